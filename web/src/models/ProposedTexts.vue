<script setup lang="ts">
import type { DoorLanguage, DoorTexts } from '@janua/contracts'
import Button from 'primevue/button'
import Textarea from 'primevue/textarea'
import { computed, ref, shallowRef } from 'vue'
import { post } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'
import MachineMark from './MachineMark.vue'
import { useModelUses } from './useModelUses.ts'

/** A door's sentences in other words, by a description of how it should sound; each is taken or left. */
const { door, language, texts } = defineProps<{
  door: number
  language: DoorLanguage
  texts: DoorTexts
}>()
const emit = defineEmits<{ take: [name: keyof DoorTexts, text: string] }>()
const isOn = useModelUses().isOn('door texts')
const { run, busy } = useAction()
const brief = ref('')
const proposed = shallowRef<DoorTexts>()
const differing = computed(() =>
  Object.entries(proposed.value ?? {}).flatMap(([name, text]) =>
    text === texts[name as keyof DoorTexts] ? [] : [{ name: name as keyof DoorTexts, text }],
  ),
)

async function ask(): Promise<void> {
  const made = await run(() =>
    post(`/doors/${door}/proposed-texts`, { brief: brief.value, language }),
  )
  if (made) proposed.value = made.texts
}
</script>

<template>
  <section v-if="isOn" class="stack" data-test="proposed-texts">
    <h3>{{ $t('models.proposedTexts.letTheLanguageModel') }}</h3>
    <label class="field"
      ><span>{{ $t('models.proposedTexts.howShouldItSound') }}</span
      ><Textarea
        v-model="brief"
        rows="2"
        auto-resize
        maxlength="2000"
        :placeholder="$t('models.proposedTexts.warmAndShortAs')"
        data-test="texts-brief"
    /></label>
    <p>
      <Button
        outlined
        size="small"
        :label="$t('models.proposedTexts.proposeTexts')"
        :disabled="brief.trim().length < 3"
        :loading="busy"
        data-test="propose-texts"
        @click="ask"
      />
    </p>
    <template v-if="proposed">
      <p v-if="differing.length === 0" class="quiet small">
        {{ $t('models.proposedTexts.nothingThatReadsDifferently') }}
      </p>
      <MachineMark v-else />
      <ul>
        <li v-for="{ name, text } in differing" :key="name" data-test="proposed-text">
          <span class="grow">{{ text }}</span><Button
            size="small"
            text
            :label="$t('models.proposedTexts.take')"
            @click="emit('take', name, text)"
          />
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  gap: 10px;
  border-bottom: 1px solid var(--line);
  padding: 4px 0;
}
</style>

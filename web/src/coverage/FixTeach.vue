<script setup lang="ts">
import type { GapSheet } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed, ref, watch } from 'vue'
import MovedQuestions from '../library/MovedQuestions.vue'
import ItemPicker, { type PickedItem } from '../library/ItemPicker.vue'
import { post } from '../shell/api.ts'
import { counted } from '../shell/format.ts'
import { useLatest } from '../shell/useLatest.ts'
import EffectLine from './EffectLine.vue'
import { useFix } from './useFix.ts'

/** Teach an article the wordings that bring the most others along, tried out before anything is saved. */
const { sheet } = defineProps<{ sheet: GapSheet }>()
const emit = defineEmits<{ fixed: [] }>()
const { fix, busy } = useFix(sheet.topic)
const near = sheet.nearest[0]
const picked = ref<PickedItem | null>(
  sheet.fix.item !== null
    ? { id: sheet.fix.item, title: sheet.fix.title! }
    : near
      ? { id: near.item, title: near.title }
      : null,
)
const phrasings = ref<{ text: string; on: boolean }[]>([])
const { state: trial, run: attempt } = useLatest((_signal, chosen: string[] | null) =>
  post(`/gaps/${sheet.topic}/try`, { item: picked.value!.id, phrasings: chosen }),
)
const chosen = computed(() => phrasings.value.filter(({ on }) => on).map(({ text }) => text))

watch(
  picked,
  async () => {
    if (!picked.value) return
    await attempt(null)
    phrasings.value = (trial.value.value?.phrasings ?? []).map((text) => ({ text, on: true }))
  },
  { immediate: true },
)
async function teach(): Promise<void> {
  if (await fix({ kind: 'teach', item: picked.value!.id, phrasings: chosen.value })) emit('fixed')
}
</script>

<template>
  <form class="stack" @submit.prevent="teach">
    <label class="field"
      ><span>{{ $t('coverage.fixTeach.theArticleThatAnswers') }}</span
      ><ItemPicker v-model="picked" data-test="fix-article"
    /></label>
    <Message v-if="trial.status === 'failed'" severity="error">{{ trial.reason }}</Message>
    <p v-else-if="!picked" class="small quiet">
      {{ $t('coverage.fixTeach.chooseTheArticleThat') }}
    </p>
    <p v-else-if="trial.status === 'loading' && !trial.value" class="small quiet">
      {{ $t('coverage.fixTeach.tryingWordings') }}
    </p>
    <template v-if="trial.value">
      <fieldset v-if="phrasings.length">
        <legend class="small quiet">{{ $t('coverage.fixTeach.wordingsThatBringThe') }}</legend>
        <label v-for="phrasing in phrasings" :key="phrasing.text" class="choice"
          ><input
            v-model="phrasing.on"
            type="checkbox"
            data-test="teach-phrasing"
            @change="attempt(chosen)"
          />
          <span>{{ phrasing.text }}</span></label
        >
      </fieldset>
      <p v-else class="small quiet">
        {{ $t('coverage.fixTeach.theDraftAnswersThese') }}
      </p>
      <EffectLine :effect="trial.value" after="with these taught" />
      <MovedQuestions
        v-if="trial.value.elsewhere && trial.value.phrasings.length"
        :moved="trial.value.elsewhere"
        about="Questions of other topics"
      />
    </template>
    <p>
      <Button
        type="submit"
        :label="
          chosen.length === 1
            ? $t('coverage.fixTeach.teachThisPhrasing')
            : $t('coverage.fixTeach.teach', { phrasing: counted('units.phrasing', chosen.length) })
        "
        :loading="busy"
        :disabled="chosen.length === 0 || trial.status === 'loading'"
        data-test="fix"
      />
    </p>
  </form>
</template>

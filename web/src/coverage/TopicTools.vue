<script setup lang="ts">
import type { GapSheet, TopicInput, TopicList } from '@janua/contracts'
import AutoComplete from 'primevue/autocomplete'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { get, post } from '../shell/api.ts'
import { count } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'

/** The lead's corrections of a topic: they hold at once and in every pass to come. */
const { sheet, chosen } = defineProps<{ sheet: GapSheet; chosen: string[] }>()
const emit = defineEmits<{ changed: [] }>()
const router = useRouter()
const { run, busy } = useAction()
const naming = ref<string>()
const into = ref<TopicList[number] | string | null>(null)
const found = ref<TopicList>([])

async function find(search: string): Promise<void> {
  found.value = (await get('/topics', { search })).filter(({ id }) => id !== sheet.topic)
}
async function correct(input: TopicInput, done: string): Promise<void> {
  const made = await run(() => post(`/topics/${sheet.topic}`, input), done)
  if (!made) return
  naming.value = undefined
  into.value = null
  if (made.topic !== sheet.topic) await router.push(`/gaps/${made.topic}`)
  else emit('changed')
}
const target = () => (into.value !== null && typeof into.value === 'object' ? into.value.id : null)
</script>

<template>
  <details class="tools small" data-test="topic-tools">
    <summary>
      Correct this topic<template v-if="chosen.length">
        ({{ count(chosen.length, 'question') }} chosen)</template
      >
    </summary>
    <div class="stack">
      <form
        v-if="naming !== undefined"
        class="row"
        @submit.prevent="
          correct({ action: 'rename', label: naming! }, 'Renamed; passes keep the name')
        "
      >
        <InputText
          v-model="naming"
          size="small"
          class="grow"
          maxlength="300"
          aria-label="Name of the topic"
          data-test="topic-name"
        /><Button
          type="submit"
          size="small"
          label="Rename"
          :loading="busy"
          :disabled="naming.trim().length < 2"
        />
      </form>
      <p class="row">
        <Button
          v-if="naming === undefined"
          size="small"
          text
          label="Rename"
          data-test="topic-rename"
          @click="naming = sheet.label"
        /><Button
          size="small"
          text
          :label="sheet.pinned ? 'Unpin' : 'Pin'"
          :title="
            sheet.pinned ? '' : 'Its questions stay together, and it stays even when nobody asks'
          "
          @click="
            correct(
              { action: 'pin', pinned: !sheet.pinned },
              sheet.pinned ? 'Unpinned' : 'Pinned: its questions stay together',
            )
          "
        /><Button
          size="small"
          text
          :disabled="chosen.length === 0"
          label="Split off the chosen"
          data-test="topic-split"
          @click="correct({ action: 'split', wordings: chosen }, 'A topic of its own')"
        />
      </p>
      <div class="row">
        <AutoComplete
          v-model="into"
          :suggestions="found"
          option-label="label"
          size="small"
          class="grow"
          placeholder="Another topic"
          aria-label="Another topic"
          force-selection
          data-test="topic-into"
          @complete="find($event.query)"
        /><Button
          size="small"
          outlined
          :disabled="target() === null || chosen.length === 0"
          label="Move the chosen there"
          @click="correct({ action: 'move', wordings: chosen, into: target()! }, 'Moved')"
        /><Button
          size="small"
          outlined
          :disabled="target() === null"
          label="Put all together"
          data-test="topic-merge"
          @click="correct({ action: 'merge', into: target()! }, 'Put together')"
        />
      </div>
      <p class="quiet">It holds at once, and whenever questions are grouped anew.</p>
    </div>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  color: var(--harbour);
}
.stack {
  gap: 8px;
  margin-top: 8px;
  border-left: 3px solid var(--line);
  padding-left: 12px;
}
</style>

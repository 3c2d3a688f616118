<script setup lang="ts">
import type { GapSheet, TopicInput, TopicList } from '@janua/contracts'
import AutoComplete from 'primevue/autocomplete'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { get, post } from '../shell/api.ts'
import { counted } from '../shell/format.ts'
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
      {{ $t('coverage.topicTools.correctThisTopic')
      }}<template v-if="chosen.length"
        >{{ ' '
        }}{{
          $t('coverage.topicTools.chosen', { question: counted('units.question', chosen.length) })
        }}</template
      >
    </summary>
    <div class="stack">
      <form
        v-if="naming !== undefined"
        class="row"
        @submit.prevent="
          correct(
            { action: 'rename', label: naming! },
            $t('coverage.topicTools.renamedPassesKeepThe'),
          )
        "
      >
        <InputText
          v-model="naming"
          size="small"
          class="grow"
          maxlength="300"
          :aria-label="$t('coverage.topicTools.nameOfTheTopic')"
          data-test="topic-name"
        /><Button
          type="submit"
          size="small"
          :label="$t('coverage.topicTools.rename')"
          :loading="busy"
          :disabled="naming.trim().length < 2"
        />
      </form>
      <p class="row">
        <Button
          v-if="naming === undefined"
          size="small"
          text
          :label="$t('coverage.topicTools.rename')"
          data-test="topic-rename"
          @click="naming = sheet.label"
        /><Button
          size="small"
          text
          :label="sheet.pinned ? $t('coverage.topicTools.unpin') : $t('coverage.topicTools.pin')"
          :title="sheet.pinned ? '' : $t('coverage.topicTools.itsQuestionsStayTogether')"
          @click="
            correct(
              { action: 'pin', pinned: !sheet.pinned },
              sheet.pinned ? 'Unpinned' : $t('coverage.topicTools.pinnedItsQuestionsStay'),
            )
          "
        /><Button
          size="small"
          text
          :disabled="chosen.length === 0"
          :label="$t('coverage.topicTools.splitOffTheChosen')"
          data-test="topic-split"
          @click="
            correct({ action: 'split', wordings: chosen }, $t('coverage.topicTools.aTopicOfIts'))
          "
        />
      </p>
      <div class="row">
        <AutoComplete
          v-model="into"
          :suggestions="found"
          option-label="label"
          size="small"
          class="grow"
          :placeholder="$t('coverage.topicTools.anotherTopic')"
          :aria-label="$t('coverage.topicTools.anotherTopic')"
          force-selection
          data-test="topic-into"
          @complete="find($event.query)"
        /><Button
          size="small"
          outlined
          :disabled="target() === null || chosen.length === 0"
          :label="$t('coverage.topicTools.moveTheChosenThere')"
          @click="correct({ action: 'move', wordings: chosen, into: target()! }, 'Moved')"
        /><Button
          size="small"
          outlined
          :disabled="target() === null"
          :label="$t('coverage.topicTools.putAllTogether')"
          data-test="topic-merge"
          @click="
            correct({ action: 'merge', into: target()! }, $t('coverage.topicTools.putTogether'))
          "
        />
      </div>
      <p class="quiet">{{ $t('coverage.topicTools.itHoldsAtOnce') }}</p>
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

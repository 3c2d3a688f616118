<script setup lang="ts">
import type { Part, Passage } from '@janua/core'
import { readBlocks } from '@janua/core'
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import BlockList from '../answering/BlockList.vue'
import { counted } from '../shell/format.ts'
import PhrasingList from './PhrasingList.vue'

/** One part of a document as it was read: what it says, the passages it became, and the questions they answered lately. */
const { part, passages, questionsOf, mayWrite } = defineProps<{
  id: string
  part: Part
  passages: Passage[]
  questionsOf: (ordinal: number) => { text: string; times: number }[]
  mayWrite: boolean
}>()
const phrasings = defineModel<string[]>('phrasings', { required: true })
defineEmits<{ toggle: [] }>()
const teaching = ref(false)
const bare = computed(() => readBlocks(part.body))
</script>

<template>
  <section :id="id" class="panel part" :class="{ out: part.leftOut }" data-test="part">
    <div class="row">
      <component :is="part.level > 1 ? 'h3' : 'h2'" class="grow">{{
        part.heading || $t('library.documentPart.textWithoutAHeading')
      }}</component>
      <span v-if="part.kind === 'question'" class="small tag">{{
        $t('library.documentPart.question')
      }}</span>
      <span v-if="part.page" class="quiet small">{{
        $t('library.documentPart.page', { page: part.page })
      }}</span>
      <Button
        v-if="mayWrite"
        size="small"
        text
        :label="
          part.leftOut ? $t('library.documentPart.putBack') : $t('library.documentPart.leaveOut')
        "
        data-test="leave-out"
        @click="$emit('toggle')"
      />
    </div>
    <p v-if="part.leftOut" class="small why">
      {{ $t('library.documentPart.leftOut', { because: part.leftOut.because }) }}
    </p>
    <div v-if="part.leftOut" class="prose text"><BlockList :blocks="bare" /></div>
    <div
      v-for="passage in passages"
      v-else
      :key="passage.ordinal"
      class="passage"
      data-test="passage"
    >
      <p class="quiet small">
        {{
          $t('library.documentPart.passage', {
            ordinal: passage.ordinal + 1,
            word: counted('units.word', passage.words),
          })
        }}
      </p>
      <div class="prose text"><BlockList :blocks="passage.blocks" /></div>
      <ul v-if="questionsOf(passage.ordinal).length" class="asked small" data-test="answered">
        <li class="quiet">{{ $t('library.documentPart.answeredInTheLast') }}</li>
        <li v-for="question in questionsOf(passage.ordinal).slice(0, 6)" :key="question.text">
          “{{ question.text }}”<span v-if="question.times > 1" class="quiet figures">
            ×{{ question.times }}</span
          >
        </li>
      </ul>
    </div>
    <template v-if="mayWrite && !part.leftOut && part.body.trim()">
      <button
        v-if="!teaching && phrasings.length === 0"
        type="button"
        class="bare small"
        @click="teaching = true"
      >
        {{ $t('library.documentPart.teachAQuestionThat') }}
      </button>
      <PhrasingList v-else v-model="phrasings" short />
    </template>
  </section>
</template>

<style scoped>
.part {
  display: grid;
  gap: 8px;
  scroll-margin-top: 12px;
  padding: 12px 16px;
}
.part.out {
  background: transparent;
  border-style: dashed;
}
.out .text {
  color: var(--muted);
}
.why {
  color: var(--brass);
}
.tag {
  color: var(--harbour);
  border: 1px solid currentColor;
  border-radius: var(--round-medium);
  padding: 0 6px;
}
.passage + .passage {
  border-top: 1px solid var(--line);
  padding-top: 8px;
}
.text {
  font-size: var(--text-small);
  overflow-x: auto;
}
.asked {
  list-style: none;
  padding: 0;
  margin-top: 6px;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
</style>

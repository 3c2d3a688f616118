<script setup lang="ts">
import type { AnswerData, DoorTexts, Message } from '@janua/contracts'
import type { Source } from '@janua/core'
import { computed, defineAsyncComponent, ref } from 'vue'
import BlockList from './BlockList.vue'
import { isStaff } from './staff.ts'
import { words } from './words.ts'

const { message, texts, last, canAsk } = defineProps<{
  message: Message
  texts: DoorTexts
  last: boolean
  canAsk: boolean
}>()
defineEmits<{
  vote: [helpful: boolean]
  source: [source: Source]
  person: []
  choose: [label: string]
}>()
const WhyShort = defineAsyncComponent(() => import('./WhyShort.vue'))
const showsWhy = ref(false)

const data = computed(() => message.data as unknown as AnswerData & { wantsPerson?: boolean })
const answered = computed(() => data.value.outcome === 'answered')
const elsewhere = computed(() => data.value.kind === 'elsewhere')
const unsettled = computed(() => !answered.value || elsewhere.value || data.value.vote === 'no')
/** Nothing was sure enough, but one of these may be meant. */
const suggested = computed(() => data.value.outcome === 'suggested' && !!data.value.readings)
const label = (source: Source) =>
  [source.title, ...source.path].join(' › ') +
  (source.page ? `, ${words.pageShort} ${source.page}` : '')
</script>

<template>
  <div class="assistant" data-test="answer" :data-outcome="data.outcome">
    <p v-if="data.savedByAsking" class="quiet" data-test="saved-by-asking">{{ words.saved }}</p>
    <p v-if="data.about" class="quiet about">{{ data.about }}</p>
    <p v-if="data.carried" class="quiet" data-test="carried">
      {{ words.goesOn }} {{ data.carried }}
    </p>
    <p v-if="elsewhere" class="elsewhere" data-test="elsewhere">{{ words.elsewhere }}</p>
    <BlockList v-if="answered" :blocks="data.blocks" />
    <p v-else>{{ message.text }}</p>
    <ul v-if="data.readings" class="readings">
      <li v-for="reading in data.readings" :key="reading.item">
        <button
          type="button"
          :disabled="!last || !canAsk"
          data-test="reading"
          @click="$emit('choose', reading.label)"
        >
          {{ reading.label }}<span v-if="reading.says" class="says">{{ reading.says }}</span>
        </button>
      </li>
      <li v-if="suggested && !data.vote">
        <button
          type="button"
          class="none"
          :disabled="!last || !canAsk"
          data-test="none-of-these"
          @click="$emit('vote', false)"
        >
          {{ words.noneOfThese }}
        </button>
      </li>
    </ul>
    <p v-if="data.readings && !suggested && last && canAsk" class="quiet">{{ words.orSay }}</p>
    <p v-if="data.sources.length" class="sources">
      {{ words.from }}
      <button
        v-for="source in data.sources"
        :key="source.ordinal"
        type="button"
        class="link"
        data-test="source"
        @click="$emit('source', source)"
      >
        {{ label(source) }}
      </button>
    </p>
    <div v-if="unsettled && data.near.length && !data.readings" class="near">
      <p v-if="answered || data.outcome === 'unanswered'" class="quiet">{{ words.nearest }}</p>
      <ul>
        <li v-for="source in data.near" :key="source.item">
          <button type="button" class="link" @click="$emit('source', source)">
            {{ label(source) }}
          </button>
        </li>
      </ul>
    </div>
    <p v-if="data.vote" class="quiet">
      {{ data.vote === 'yes' ? words.thanksYes : words.thanksNo }}
    </p>
    <div v-else-if="answered && last" class="row">
      <span class="quiet">{{ words.settled }}</span>
      <button type="button" data-test="settled-yes" @click="$emit('vote', true)">
        {{ words.yes }}
      </button>
      <button type="button" data-test="settled-no" @click="$emit('vote', false)">
        {{ words.no }}
      </button>
    </div>
    <div v-if="last && canAsk && (unsettled || data.wantsPerson)" class="row">
      <span class="quiet">{{ texts.offerPerson }}</span>
      <button
        type="button"
        :class="{ main: !data.readings }"
        data-test="ask-person"
        @click="$emit('person')"
      >
        {{ words.askPerson }}
      </button>
    </div>
    <div v-if="isStaff">
      <button
        type="button"
        class="link"
        data-test="show-why"
        :aria-expanded="showsWhy"
        @click="showsWhy = !showsWhy"
      >
        {{ showsWhy ? 'Hide why' : 'Why' }} (only the team sees this)
      </button>
    </div>
    <WhyShort v-if="showsWhy" :key="data.outcome" :question="data.question" />
  </div>
</template>

<script setup lang="ts">
import type { ReachMark } from '@janua/core'
import { X } from '@lucide/vue'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import MachineMark from '../models/MachineMark.vue'
import ReachSign from './ReachSign.vue'

const {
  short = false,
  markOf = () => undefined,
  isMachineWritten = () => false,
} = defineProps<{
  short?: boolean
  markOf?: (phrasing: string) => ReachMark | undefined
  isMachineWritten?: (phrasing: string) => boolean
}>()
const phrasings = defineModel<string[]>({ required: true })
const fresh = ref('')
const twin = ref(false)

function add(): void {
  const text = fresh.value.trim()
  if (text.length < 2) return
  twin.value = phrasings.value.some((each) => each.toLowerCase() === text.toLowerCase())
  if (twin.value) return
  phrasings.value = [...phrasings.value, text]
  fresh.value = ''
}
const drop = (i: number) => (phrasings.value = phrasings.value.toSpliced(i, 1))
const change = (i: number, text: string) =>
  text.trim().length > 1 && (phrasings.value = phrasings.value.with(i, text.trim()))
</script>

<template>
  <section class="stack" :aria-label="$t('library.phrasingList.questionsItAnswers')">
    <div v-if="!short">
      <h2>{{ $t('library.phrasingList.questionsItAnswers') }}</h2>
      <p class="quiet small">{{ $t('library.phrasingList.inTheWordsPeople') }}</p>
    </div>
    <ul>
      <li v-for="(phrasing, i) in phrasings" :key="phrasing">
        <div class="line">
          <InputText
            :model-value="phrasing"
            size="small"
            :aria-label="$t('library.phrasingList.phrasing', { i: i + 1 })"
            data-test="phrasing"
            @change="change(i, ($event.target as HTMLInputElement).value)"
          />
          <ReachSign v-if="markOf(phrasing)" class="sign" :mark="markOf(phrasing)!" />
          <MachineMark v-if="isMachineWritten(phrasing)" class="machine" />
          <Button
            text
            size="small"
            :aria-label="$t('library.phrasingList.remove', { phrasing })"
            @click="drop(i)"
            ><X :size="16" aria-hidden="true"
          /></Button>
        </div>
      </li>
    </ul>
    <form class="row" @submit.prevent="add">
      <InputText
        v-model="fresh"
        size="small"
        class="grow"
        :placeholder="$t('library.phrasingList.anotherWayToAsk')"
        :aria-label="$t('library.phrasingList.anotherWayToAsk')"
        maxlength="300"
        data-test="new-phrasing"
      /><Button
        type="submit"
        size="small"
        outlined
        :label="$t('library.phrasingList.add')"
        data-test="add-phrasing"
      />
    </form>
    <p v-if="twin" class="small" role="alert">{{ $t('library.phrasingList.thatOneIsThere') }}</p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 5px;
}
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  align-items: center;
  gap: 2px 6px;
}
.line > :last-child {
  grid-column: 3;
  grid-row: 1;
}
/* What comes before this article is named in a line of its own: titles are long. */
.sign:not(.first) {
  grid-column: 1 / -1;
  grid-row: 2;
}
.machine {
  grid-column: 1 / -1;
  grid-row: 3;
}
</style>

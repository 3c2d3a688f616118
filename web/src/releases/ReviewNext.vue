<script setup lang="ts">
import type { ToReview, Verdict } from '@janua/contracts'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { get, post } from '../shell/api.ts'
import { sure } from '../shell/format.ts'
import { typingSomewhere } from '../shell/typing.ts'
import { useAction } from '../shell/useAction.ts'

/** Answers reviewed one after another, by keyboard: those whose review tells most about where the threshold belongs. */
const { threshold } = defineProps<{ threshold: number }>()
const emit = defineEmits<{ reviewed: [] }>()
const { run, busy } = useAction()
const list = ref<ToReview[]>()
const at = ref(0)
const one = computed(() => list.value?.[at.value])
const VERDICTS: { verdict: Verdict; key: string; label: string }[] = [
  { verdict: 'right', key: 'r', label: 'Right' },
  { verdict: 'partly', key: 'p', label: 'Partly' },
  { verdict: 'wrong', key: 'w', label: 'Wrong' },
]

async function fetchNext(): Promise<void> {
  list.value = await run(() => get('/threshold/to-review', { threshold }))
  at.value = 0
}
async function review(verdict: Verdict): Promise<void> {
  const {
    text,
    door,
    item,
    revision,
    ordinal,
    print,
    confidence,
    chance,
    question = null,
  } = one.value!
  const done = await run(async () => {
    await post('/verdicts', {
      text,
      verdict,
      door,
      item,
      revision,
      ordinal,
      print,
      confidence,
      chance,
      question,
      origin: 'threshold',
    })
    return true
  })
  if (done) next()
}
function next(): void {
  at.value++
  if (at.value >= (list.value?.length ?? 0) || at.value % 5 === 0) emit('reviewed')
}
onKeyStroke(['r', 'p', 'w', 'n'], (event) => {
  if (typingSomewhere(event) || !one.value || event.ctrlKey || event.metaKey) return
  event.preventDefault()
  const known = VERDICTS.find(({ key }) => key === event.key)
  if (known) void review(known.verdict)
  else next()
})
</script>

<template>
  <section class="panel stack" data-test="review-next">
    <template v-if="one">
      <p class="row small quiet">
        <span class="grow"
          >{{ at + 1 }} of {{ list!.length }} · {{ one.collection || 'no collection' }} · sure
          {{ sure(one.confidence) }}</span
        ><button type="button" class="bare small" @click="list = undefined">stop</button>
      </p>
      <h2>{{ one.text }}</h2>
      <p class="said">{{ one.said }}</p>
      <p class="small quiet">from {{ [one.title, ...one.path].join(' › ') }}</p>
      <p class="row">
        <Button
          v-for="{ verdict, key, label } in VERDICTS"
          :key="verdict"
          size="small"
          outlined
          :label="label"
          :disabled="busy"
          :data-test="`review-${verdict}`"
          @click="review(verdict)"
          ><span>{{ label }}</span> <kbd>{{ key.toUpperCase() }}</kbd></Button
        ><Button size="small" text :disabled="busy" @click="next"
          ><span>Pass over</span> <kbd>N</kbd></Button
        >
      </p>
    </template>
    <template v-else-if="list">
      <p>
        {{
          list.length
            ? 'All of these are reviewed.'
            : 'Everything that the replay would answer is reviewed already.'
        }}
      </p>
      <p>
        <Button
          size="small"
          outlined
          label="Twenty more near the threshold"
          :loading="busy"
          @click="fetchNext"
        />
      </p>
    </template>
    <template v-else>
      <h2>Review the twenty that tell most</h2>
      <p class="small quiet">
        Would-be answers near the threshold, spread over your collections, each drawn with a known
        chance. By keyboard it takes two minutes.
      </p>
      <p>
        <Button
          size="small"
          outlined
          label="Review twenty"
          :loading="busy"
          data-test="review-start"
          @click="fetchNext"
        />
      </p>
      <p class="small quiet">
        Figures are corrected by the week’s
        <RouterLink to="/audit-sample">audit sample</RouterLink> instead, which is drawn at random.
      </p>
    </template>
  </section>
</template>

<style scoped>
.said {
  white-space: pre-line;
  max-height: 170px;
  overflow: auto;
}
</style>

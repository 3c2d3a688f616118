<script setup lang="ts">
import { t } from '../shell/i18n.ts'
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
  { verdict: 'right', key: 'r', label: t('releases.reviewNext.right') },
  { verdict: 'partly', key: 'p', label: t('releases.reviewNext.partly') },
  { verdict: 'wrong', key: 'w', label: t('releases.reviewNext.wrong') },
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
        <span class="grow">{{
          $t('releases.reviewNext.ofSure', {
            at: at + 1,
            list: list!.length,
            collection: one.collection || $t('releases.reviewNext.noCollection'),
            confidence: sure(one.confidence),
          })
        }}</span><button type="button" class="bare small" @click="list = undefined">
          {{ $t('releases.reviewNext.stop') }}
        </button>
      </p>
      <h2>{{ one.text }}</h2>
      <p class="said">{{ one.said }}</p>
      <p class="small quiet">
        {{ $t('releases.reviewNext.from', { path: [one.title, ...one.path].join(' › ') }) }}
      </p>
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
          ><span>{{ $t('releases.reviewNext.passOver') }}</span> <kbd>N</kbd></Button
        >
      </p>
    </template>
    <template v-else-if="list">
      <p>
        {{
          list.length
            ? $t('releases.reviewNext.allOfTheseAre')
            : $t('releases.reviewNext.everythingThatTheReplay')
        }}
      </p>
      <p>
        <Button
          size="small"
          outlined
          :label="$t('releases.reviewNext.twentyMoreNearThe')"
          :loading="busy"
          @click="fetchNext"
        />
      </p>
    </template>
    <template v-else>
      <h2>{{ $t('releases.reviewNext.reviewTheTwentyThat') }}</h2>
      <p class="small quiet">
        {{ $t('releases.reviewNext.wouldBeAnswersNear') }}
      </p>
      <p>
        <Button
          size="small"
          outlined
          :label="$t('releases.reviewNext.reviewTwenty')"
          :loading="busy"
          data-test="review-start"
          @click="fetchNext"
        />
      </p>
      <p class="small quiet">
        <i18n-t keypath="releases.reviewNext.figuresAreCorrectedBy" scope="global"
          ><template #link
            ><RouterLink to="/audit-sample">{{
              $t('releases.reviewNext.auditSample')
            }}</RouterLink></template
          ></i18n-t
        >
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

<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Verdict } from '@janua/contracts'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed, ref } from 'vue'
import { post } from '../shell/api.ts'
import { day, sure } from '../shell/format.ts'
import { typingSomewhere } from '../shell/typing.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import TermHelp from '../help/TermHelp.vue'

/** The week's random answers, one after another: five minutes by keyboard. */
const { run, busy } = useAction()
const { state } = useRemote('/audit-sample')
const at = ref(0)
const done = ref(0)
const sample = computed(() => state.value.value)
const one = computed(() => sample.value?.left[at.value])
const all = computed(() => (sample.value ? sample.value.reviewed + sample.value.left.length : 0))
const VERDICTS: { verdict: Verdict; key: string; label: string }[] = [
  { verdict: 'right', key: 'r', label: t('coverage.auditSample.right') },
  { verdict: 'partly', key: 'p', label: t('coverage.auditSample.partly') },
  { verdict: 'wrong', key: 'w', label: t('coverage.auditSample.wrong') },
]

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
  const ok = await run(async () => {
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
      origin: 'audit',
    })
    return true
  })
  if (!ok) return
  done.value++
  at.value++
}
onKeyStroke(['r', 'p', 'w', 'n'], (event) => {
  if (typingSomewhere(event) || !one.value || event.ctrlKey || event.metaKey) return
  event.preventDefault()
  const known = VERDICTS.find(({ key }) => key === event.key)
  if (known) void review(known.verdict)
  else at.value++
})
</script>

<template>
  <div class="page narrow">
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <template v-if="sample">
      <div class="head">
        <div>
          <h1 data-test="audit-head">
            <template v-if="sample.answers === 0">{{
              $t('coverage.auditSample.noAnswerWasGiven', { week: day(sample.week) })
            }}</template><template v-else>{{
              $t('coverage.auditSample.auditOfTheWeek', { week: day(sample.week) })
            }}</template
            ><TermHelp term="answers.auditSample" :about="$t('shell.pages.auditSample')" />
          </h1>
          <p class="quiet">
            {{ $t('coverage.auditSample.ofAnswersDrawnAt', { all, answers: sample.answers }) }}
          </p>
        </div>
      </div>
      <div
        v-if="all > 0"
        class="track"
        role="progressbar"
        :aria-label="$t('coverage.auditSample.reviewedOfTheSample')"
        :aria-valuenow="sample.reviewed + done"
        aria-valuemin="0"
        :aria-valuemax="all"
      >
        <span :style="{ width: `${(100 * (sample.reviewed + done)) / all}%` }" />
      </div>
      <section v-if="one" class="panel stack" data-test="audit-one">
        <p class="small quiet">
          {{
            $t('coverage.auditSample.ofSure', {
              at: sample.reviewed + at + 1,
              all,
              collection: one.collection || $t('coverage.auditSample.noCollection'),
              confidence: sure(one.confidence),
            })
          }}
        </p>
        <h2>{{ one.text }}</h2>
        <p class="said">{{ one.said }}</p>
        <p class="small quiet">
          {{ $t('coverage.auditSample.from', { path: [one.title, ...one.path].join(' › ') }) }}
        </p>
        <p class="row">
          <Button
            v-for="{ verdict, key, label } in VERDICTS"
            :key="verdict"
            outlined
            :disabled="busy"
            :data-test="`audit-${verdict}`"
            @click="review(verdict)"
            ><span>{{ label }}</span> <kbd>{{ key.toUpperCase() }}</kbd></Button
          ><Button text :disabled="busy" @click="at++"
            ><span>{{ $t('coverage.auditSample.passOver') }}</span> <kbd>N</kbd></Button
          >
        </p>
      </section>
      <div v-else-if="sample.answers > 0" class="empty panel">
        <p>
          {{
            $t('coverage.auditSample.theNextOneComes', {
              done:
                done > 0
                  ? $t('coverage.auditSample.thankYouReviewed', { done })
                  : $t('coverage.auditSample.thisWeeksSampleIs'),
            })
          }}
        </p>
        <RouterLink to="/today">{{ $t('coverage.auditSample.backToToday') }}</RouterLink>
      </div>
    </template>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 820px;
}
.track {
  height: 8px;
  background: var(--line);
  border-radius: var(--round-medium);
  overflow: hidden;
  margin-bottom: 16px;
}
.track span {
  display: block;
  height: 100%;
  background: var(--moss);
}
h2 {
  font-size: var(--text-heading);
}
.said {
  white-space: pre-line;
  font-size: var(--text-body);
  max-height: 300px;
  overflow: auto;
}
</style>

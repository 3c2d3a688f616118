<script setup lang="ts">
import { day } from '../shell/format.ts'
import type { GapSheet, GapWorkInput } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import Select from 'primevue/select'
import { onMounted, ref, shallowRef } from 'vue'
import { get, put } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'
import { useSession } from '../shell/session.ts'
import DayField from '../shell/DayField.vue'

/** Who works on a gap until when; or that it stays uncovered, why, and what is said instead. */
const { sheet } = defineProps<{ sheet: GapSheet }>()
const emit = defineEmits<{ changed: [] }>()
const { run, busy } = useAction()
const showing = ref<'work' | 'decline'>()
const until = ref<string | null>(sheet.until)
const session = useSession()
const people = shallowRef<{ id: number; name: string }[]>([])
const who = ref(session.user!.id)
const reason = ref(sheet.reason)
const reply = ref(sheet.reply)

/** Only a lead may see who is on the team; an editor takes a gap for themselves. */
onMounted(async () => {
  people.value = [{ id: session.user!.id, name: session.user!.name }]
  if (session.role === 'lead')
    people.value = await get('/team').then(
      (team) => team.filter(({ role, active }) => active && role !== 'agent'),
      () => people.value,
    )
})
async function set(input: GapWorkInput, done: string): Promise<void> {
  const ok = await run(async () => {
    await put(`/gaps/${sheet.topic}/work`, input)
    return true
  }, done)
  if (!ok) return
  showing.value = undefined
  emit('changed')
}
</script>

<template>
  <section class="panel stack" data-test="gap-work">
    <template v-if="sheet.state === 'will not cover'">
      <h2>{{ $t('coverage.gapWork.willNotBeCovered') }}</h2>
      <p class="small">{{ sheet.reason }}</p>
      <p v-if="sheet.reply" class="small">
        {{ $t('coverage.gapWork.saidInsteadOncePublished', { reply: sheet.reply }) }}
      </p>
      <p>
        <Button
          size="small"
          outlined
          :label="$t('coverage.gapWork.openItAgain')"
          :loading="busy"
          @click="set({ state: 'open' }, $t('coverage.gapWork.theGapIsOpen'))"
        />
      </p>
    </template>
    <template v-else>
      <p v-if="sheet.who" class="small">
        <i18n-t keypath="coverage.gapWork.worksOnIt" scope="global"
          ><template #who
            ><strong>{{ sheet.who }}</strong></template
          ><template #button
            ><button
              type="button"
              class="bare"
              @click="set({ state: 'open' }, $t('coverage.gapWork.nobodyWorksOnIt'))"
            >
              {{ $t('coverage.gapWork.giveItBack') }}
            </button></template
          ><template #until>{{
            sheet.until ? ` ${$t('coverage.gapWork.until', { until: day(sheet.until) })}` : ''
          }}</template></i18n-t
        >
      </p>
      <p class="row">
        <Button
          v-if="!sheet.who"
          size="small"
          text
          :label="$t('coverage.gapWork.somebodyWorksOnIt')"
          data-test="take-gap"
          @click="showing = showing === 'work' ? undefined : 'work'"
        /><Button
          size="small"
          text
          :label="$t('coverage.gapWork.weWillNotCover')"
          data-test="decline-gap"
          @click="showing = showing === 'decline' ? undefined : 'decline'"
        />
      </p>
      <form
        v-if="showing === 'work'"
        class="row"
        @submit.prevent="set({ state: 'in work', user: who, until }, $t('coverage.gapWork.inWork'))"
      >
        <Select
          v-model="who"
          :options="people"
          option-label="name"
          option-value="id"
          size="small"
          :aria-label="$t('coverage.gapWork.whoWorksOnIt')"
        /><label class="row small"
          >{{ $t('coverage.gapWork.until2') }} <DayField v-model="until" /></label
        ><Button
          type="submit"
          size="small"
          :label="$t('coverage.gapWork.set')"
          :loading="busy"
          data-test="take-gap-now"
        />
      </form>
      <form
        v-if="showing === 'decline'"
        class="stack"
        @submit.prevent="
          set({ state: 'will not cover', reason, reply }, $t('coverage.gapWork.itCountsAsA'))
        "
      >
        <label class="field"
          ><span>{{ $t('coverage.gapWork.why') }}</span
          ><InputText v-model="reason" size="small" maxlength="500" data-test="decline-reason"
        /></label>
        <label class="field"
          ><span>{{ $t('coverage.gapWork.whatVisitorsAreTold') }}</span
          ><Textarea v-model="reply" rows="2" maxlength="1000" data-test="decline-reply"
        /></label>
        <p>
          <Button
            type="submit"
            size="small"
            outlined
            :label="$t('coverage.gapWork.doNotCoverIt')"
            :loading="busy"
            :disabled="reason.trim().length < 3"
            data-test="decline-now"
          />
        </p>
      </form>
    </template>
  </section>
</template>

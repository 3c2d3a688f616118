<script setup lang="ts">
import type { GapSheet, GapWorkInput } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import Select from 'primevue/select'
import { onMounted, ref, shallowRef } from 'vue'
import { get, put } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'
import { useSession } from '../shell/session.ts'

/** Who works on a gap until when; or that it stays uncovered, why, and what is said instead. */
const { sheet } = defineProps<{ sheet: GapSheet }>()
const emit = defineEmits<{ changed: [] }>()
const { run, busy } = useAction()
const showing = ref<'work' | 'decline'>()
const until = ref(sheet.until ?? '')
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
      <h2>Will not be covered</h2>
      <p class="small">{{ sheet.reason }}</p>
      <p v-if="sheet.reply" class="small">Said instead, once published: “{{ sheet.reply }}”</p>
      <p>
        <Button
          size="small"
          outlined
          label="Open it again"
          :loading="busy"
          @click="set({ state: 'open' }, 'The gap is open again')"
        />
      </p>
    </template>
    <template v-else>
      <p v-if="sheet.who" class="small">
        <strong>{{ sheet.who }}</strong> works on it{{
          sheet.until ? ` until ${sheet.until}` : ''
        }}.
        <button
          type="button"
          class="bare"
          @click="set({ state: 'open' }, 'Nobody works on it now')"
        >
          Give it back
        </button>
      </p>
      <p class="row">
        <Button
          v-if="!sheet.who"
          size="small"
          text
          label="Somebody works on it"
          data-test="take-gap"
          @click="showing = showing === 'work' ? undefined : 'work'"
        /><Button
          size="small"
          text
          label="We will not cover this"
          data-test="decline-gap"
          @click="showing = showing === 'decline' ? undefined : 'decline'"
        />
      </p>
      <form
        v-if="showing === 'work'"
        class="row"
        @submit.prevent="set({ state: 'in work', user: who, until: until || null }, 'In work')"
      >
        <Select
          v-model="who"
          :options="people"
          option-label="name"
          option-value="id"
          size="small"
          aria-label="Who works on it"
        /><label class="row small"
          >until <InputText v-model="until" type="date" size="small" /></label
        ><Button type="submit" size="small" label="Set" :loading="busy" data-test="take-gap-now" />
      </form>
      <form
        v-if="showing === 'decline'"
        class="stack"
        @submit.prevent="
          set({ state: 'will not cover', reason, reply }, 'It counts as a gap no more')
        "
      >
        <label class="field"
          ><span>Why</span
          ><InputText v-model="reason" size="small" maxlength="500" data-test="decline-reason"
        /></label>
        <label class="field"
          ><span
            >What visitors are told instead (goes into the draft of every door; may stay
            empty)</span
          ><Textarea v-model="reply" rows="2" maxlength="1000" data-test="decline-reply"
        /></label>
        <p>
          <Button
            type="submit"
            size="small"
            outlined
            label="Do not cover it"
            :loading="busy"
            :disabled="reason.trim().length < 3"
            data-test="decline-now"
          />
        </p>
      </form>
    </template>
  </section>
</template>

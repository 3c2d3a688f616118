<script setup lang="ts">
import type { BodyFor } from '@janua/contracts/routes'
import { PROPOSAL_STATES, type ProposalState } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import { computed, ref } from 'vue'
import { post } from '../shell/api.ts'
import { count } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import ProposalCard from './ProposalCard.vue'

/** What agents taught from their own replies: the lead takes it, changes it, or declines it with a reason. */
const session = useSession()
const { run, busy } = useAction()
const shown = ref<ProposalState>('open')
const { state, reload: load } = useRemote('/proposals', () => ({ state: shown.value }), {
  hears: ['proposal'],
})
const declining = ref<number>()
const reason = ref('')
const isLead = computed(() => session.role === 'lead')
const NAMES: Record<ProposalState, string> = {
  open: 'Waiting',
  accepted: 'Taken',
  declined: 'Declined',
}

async function accept(id: number, body: BodyFor<'POST', '/proposals/1/accept'>): Promise<void> {
  await run(() => post(`/proposals/${id}/accept`, body), 'It is in the draft')
  await load()
  await session.refreshRelease()
}
async function decline(id: number): Promise<void> {
  const done = await run(
    () => post(`/proposals/${id}/decline`, { reason: reason.value }).then(() => true),
    'Declined; the agent sees why',
  )
  if (!done) return
  declining.value = undefined
  reason.value = ''
  await load()
}
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1>Proposals</h1>
        <p class="quiet">
          {{
            isLead
              ? 'What agents said to visitors and think the assistant should know. What you take goes into the draft.'
              : 'What you taught, and what became of it.'
          }}
        </p>
      </div>
      <SelectButton
        v-model="shown"
        :options="[...PROPOSAL_STATES]"
        :option-label="(each: ProposalState) => NAMES[each]"
        :allow-empty="false"
        size="small"
        aria-label="Which"
      />
    </div>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <p v-if="state.value?.length" class="quiet small">
      {{ count(state.value.length, 'proposal') }}
    </p>
    <div v-if="state.value?.length === 0" class="empty">
      <p v-if="shown === 'open'">
        Nothing waits. Agents teach from their replies on the desk: “should the assistant know
        this?”
      </p>
      <p v-else>None yet.</p>
    </div>
    <ProposalCard
      v-for="proposal in state.value"
      :key="proposal.id"
      :proposal="proposal"
      :may-decide="isLead && proposal.state === 'open'"
      :busy="busy"
      @accept="accept(proposal.id, $event)"
      @decline="declining = proposal.id"
    >
      <form v-if="declining === proposal.id" class="row" @submit.prevent="decline(proposal.id)">
        <InputText
          v-model.trim="reason"
          class="grow"
          size="small"
          required
          minlength="3"
          maxlength="500"
          placeholder="Why not? The agent reads this."
          aria-label="Why it is declined"
          data-test="decline-reason"
          autofocus
        /><Button
          type="submit"
          size="small"
          severity="danger"
          label="Decline"
          :loading="busy"
          data-test="decline-yes"
        />
      </form>
    </ProposalCard>
  </div>
</template>

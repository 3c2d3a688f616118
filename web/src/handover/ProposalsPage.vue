<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { BodyFor } from '@janua/contracts/routes'
import { PROPOSAL_STATES, type ProposalState } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import { computed, ref } from 'vue'
import { post } from '../shell/api.ts'
import { counted } from '../shell/format.ts'
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
  open: t('handover.proposals.waiting'),
  accepted: t('handover.proposals.taken'),
  declined: t('handover.proposals.declined'),
}

async function accept(id: number, body: BodyFor<'POST', '/proposals/1/accept'>): Promise<void> {
  await run(() => post(`/proposals/${id}/accept`, body), t('handover.proposals.itIsInThe'))
  await load()
  await session.refreshRelease()
}
async function decline(id: number): Promise<void> {
  const done = await run(
    () => post(`/proposals/${id}/decline`, { reason: reason.value }).then(() => true),
    t('handover.proposals.declinedTheAgentSees'),
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
        <h1>{{ $t('handover.proposals.proposals') }}</h1>
        <p class="quiet">
          {{
            isLead
              ? $t('handover.proposals.whatAgentsSaidTo')
              : $t('handover.proposals.whatYouTaughtAnd')
          }}
        </p>
      </div>
      <SelectButton
        v-model="shown"
        :options="[...PROPOSAL_STATES]"
        :option-label="(each: ProposalState) => NAMES[each]"
        :allow-empty="false"
        size="small"
        :aria-label="$t('handover.proposals.which')"
      />
    </div>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <p v-if="state.value?.length" class="quiet small">
      {{ counted('units.proposal', state.value.length) }}
    </p>
    <div v-if="state.value?.length === 0" class="empty">
      <p v-if="shown === 'open'">
        {{ $t('handover.proposals.nothingWaitsAgentsTeach') }}
      </p>
      <p v-else>{{ $t('handover.proposals.noneYet') }}</p>
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
          :placeholder="$t('handover.proposals.whyNotTheAgent')"
          :aria-label="$t('handover.proposals.whyItIsDeclined')"
          data-test="decline-reason"
          autofocus
        /><Button
          type="submit"
          size="small"
          severity="danger"
          :label="$t('handover.proposals.decline')"
          :loading="busy"
          data-test="decline-yes"
        />
      </form>
    </ProposalCard>
  </div>
</template>

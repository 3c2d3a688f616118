<script setup lang="ts">
import type { PublishInput } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed, useTemplateRef } from 'vue'
import { post, remove } from '../shell/api.ts'
import { count, moment } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import ChangeRow from './ChangeRow.vue'
import OpenCard from './OpenCard.vue'
import ProofPanel from './ProofPanel.vue'
import PublishForm from './PublishForm.vue'
import ReleaseList from './ReleaseList.vue'
import { usePublishing } from './usePublishing.ts'

const session = useSession()
const isLead = computed(() => session.role === 'lead')
const publishing = usePublishing()
const {
  draft,
  releases,
  open,
  scheduled,
  left,
  outcome,
  proof,
  changes,
  ready,
  chosen,
  fixed,
  busy,
  act,
  replay,
  toggle,
  setReady,
  discard,
} = publishing
const form = useTemplateRef('form')

async function publish(input: PublishInput): Promise<void> {
  if (await publishing.publish(input)) form.value?.clear()
}
</script>

<template>
  <div class="page columns">
    <section>
      <OpenCard
        v-if="open.value"
        :open="open.value"
        :live="session.release?.live?.number ?? 0"
        :may-publish="isLead"
        :busy="busy"
        @open="
          (audience, share) =>
            act(() =>
              post(`/releases/${open.value!.number}/open`, {
                audience,
                ...(audience === 'share' && { share }),
              }),
            )
        "
        @withdraw="
          act(
            () => remove(`/releases/${open.value!.number}/open`),
            'Withdrawn. Its changes are in the draft still.',
          )
        "
      />
      <div class="head">
        <div>
          <h1>
            {{ count(changes.length, 'change') }} since release
            {{ session.release?.live?.number ?? 0 }}
          </h1>
          <p class="quiet">
            Publishing takes the ready ones that you choose. The rest stays in the draft.
          </p>
        </div>
        <Button
          v-if="changes.length > ready.length"
          outlined
          :label="`Mark all as ready (${changes.length - ready.length})`"
          data-test="all-ready"
          @click="act(() => post('/draft/ready'), 'All changes are ready')"
        />
      </div>
      <Message v-if="draft.status === 'failed'" severity="error">{{ draft.reason }}</Message>
      <Message
        v-if="outcome"
        severity="success"
        closable
        data-test="published"
        @close="outcome = undefined"
        ><template v-if="outcome.scheduled"
          >The publication is set. What you chose is kept as it is now, whatever becomes of the
          draft.</template
        ><template v-else-if="outcome.audience === 'all'"
          >Release {{ outcome.number }} is live: visitors’ next questions are answered from
          it.<template v-if="fixed">
            {{ ` ${count(fixed, 'fixed question')} asked again and answered:` }}
            <RouterLink to="/unsettled?state=fixed">see the proof</RouterLink>.</template
          ></template
        ><template v-else
          >Release {{ outcome.number }} is open to
          {{ outcome.audience === 'team' ? 'the team' : 'a share of visitors' }}.</template
        ></Message
      >
      <Message
        v-for="each in scheduled.value ?? []"
        :key="each.id"
        :severity="each.state === 'failed' ? 'error' : 'info'"
        data-test="scheduled"
        ><span class="row"
          >{{
            each.state === 'failed'
              ? `Could not be published ${moment(each.at)}: ${each.problem}`
              : `${count(each.changes, 'change')} will be published ${moment(each.at)}${each.note ? `: ${each.note}` : ''} (set by ${each.by})`
          }}
          <Button
            v-if="isLead"
            size="small"
            text
            :label="each.state === 'failed' ? 'Put aside' : 'Withdraw'"
            @click="act(() => remove(`/scheduled/${each.id}`))" /></span
      ></Message>
      <div v-if="draft.value?.length === 0" class="empty panel">
        <p>
          The draft is the same as what visitors get. Edit an article, or fix a question, and it
          appears here.
        </p>
      </div>
      <ul v-else class="changes">
        <ChangeRow
          v-for="change in changes"
          :key="change.item"
          :change="change"
          :taken="change.ready && !left.has(change.item)"
          :is-lead="isLead"
          @take="(take) => toggle(change.item, take)"
          @ready="(value) => setReady(change, value)"
          @discard="discard(change)"
        />
      </ul>
      <div v-if="ready.length" class="panel next">
        <ProofPanel
          :proof="proof"
          :items="chosen"
          :all="chosen.length === ready.length"
          @replay="replay"
        />
        <PublishForm
          v-if="isLead && !open.value"
          ref="form"
          :items="chosen"
          :next="session.release?.next ?? 0"
          :needs-reason="proof?.needsReason ?? false"
          :busy="busy"
          @publish="publish"
        />
      </div>
    </section>
    <ReleaseList
      :releases="releases.value ?? []"
      :open="open.value?.number ?? null"
      :may-publish="isLead"
      :busy="busy"
      @live="
        (number) =>
          act(() => post(`/releases/${number}/live`), `Visitors get release ${number} now`)
      "
    />
  </div>
</template>

<style scoped>
.changes {
  list-style: none;
  padding: 0;
  border-top: 1px solid var(--ink);
}
.next {
  display: grid;
  gap: 16px;
  margin-top: 18px;
  background: var(--harbour-soft);
}
</style>

<script setup lang="ts">
import type { PublishInput } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed, useTemplateRef } from 'vue'
import { post, remove } from '../shell/api.ts'
import { counted, moment } from '../shell/format.ts'
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
            $t('releases.releases.withdrawnItsChangesAre'),
          )
        "
      />
      <div class="head">
        <div>
          <h1>
            {{
              $t('releases.releases.sinceRelease', {
                change: counted('units.change', changes.length),
                number: session.release?.live?.number ?? 0,
              })
            }}
          </h1>
          <p class="quiet">
            {{ $t('releases.releases.publishingTakesTheReady') }}
          </p>
        </div>
        <Button
          v-if="changes.length > ready.length"
          outlined
          :label="$t('releases.releases.markAllAsReady', { ready: changes.length - ready.length })"
          data-test="all-ready"
          @click="act(() => post('/draft/ready'), $t('releases.releases.allChangesAreReady'))"
        />
      </div>
      <Message v-if="draft.status === 'failed'" severity="error">{{ draft.reason }}</Message>
      <Message
        v-if="outcome"
        severity="success"
        closable
        data-test="published"
        @close="outcome = undefined"
        ><template v-if="outcome.scheduled">{{
          $t('releases.releases.thePublicationIsSet')
        }}</template
        ><template v-else-if="outcome.audience === 'all'"
          >{{ $t('releases.releases.releaseIsLiveVisitors', { number: outcome.number })
          }}<template v-if="fixed"
            >{{ ' ' }}{{ ' '
            }}{{
              $t('releases.releases.askedAgainAndAnswered', {
                fixedQuestion: counted('units.fixedQuestion', fixed),
              })
            }}
            <RouterLink to="/unsettled?state=fixed">{{
              $t('releases.releases.seeTheProof')
            }}</RouterLink>.</template
          ></template
        ><template v-else>{{
          $t('releases.releases.releaseIsOpenTo', {
            number: outcome.number,
            team:
              outcome.audience === 'team'
                ? $t('releases.releases.theTeam')
                : $t('releases.releases.aShareOfVisitors'),
          })
        }}</template></Message
      >
      <Message
        v-for="each in scheduled.value ?? []"
        :key="each.id"
        :severity="each.state === 'failed' ? 'error' : 'info'"
        data-test="scheduled"
        ><span class="row"
          >{{
            each.state === 'failed'
              ? $t('releases.releases.couldNotBePublished', {
                  at: moment(each.at),
                  problem: each.problem,
                })
              : $t('releases.releases.willBePublishedSet', {
                  change: counted('units.change', each.changes),
                  at: moment(each.at),
                  note: each.note ? `: ${each.note}` : '',
                  by: each.by,
                })
          }}
          <Button
            v-if="isLead"
            size="small"
            text
            :label="
              each.state === 'failed'
                ? $t('releases.releases.putAside')
                : $t('releases.releases.withdraw')
            "
            @click="act(() => remove(`/scheduled/${each.id}`))" /></span
      ></Message>
      <div v-if="draft.value?.length === 0" class="empty panel">
        <p>
          {{ $t('releases.releases.theDraftIsThe') }}
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
          act(
            () => post(`/releases/${number}/live`),
            $t('releases.releases.visitorsGetReleaseNow', { number }),
          )
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

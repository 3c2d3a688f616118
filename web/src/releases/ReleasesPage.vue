<script setup lang="ts">
import type { Audience, DraftChange, FixView, Proof, PublishInput } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed, onMounted, onScopeDispose, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { post, put, remove } from '../shell/api.ts'
import { count, moment } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { useConfirmed } from '../shell/useConfirmed.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import ChangeRow from './ChangeRow.vue'
import OpenCard from './OpenCard.vue'
import ProofPanel from './ProofPanel.vue'
import PublishForm from './PublishForm.vue'
import ReleaseList from './ReleaseList.vue'

interface Made {
  number: number | null
  scheduled: number | null
  proofs: FixView[]
}

const session = useSession()
const { run, busy } = useAction()
const confirmed = useConfirmed()
const { state: draft, reload: loadDraft } = useRemote('/draft')
const { state: releases, reload: loadReleases } = useRemote('/releases', undefined, {
  hears: ['figures'],
})
const { state: open, reload: loadOpen } = useRemote('/releases/open')
const { state: scheduled, reload: loadScheduled } = useRemote('/scheduled')
const left = ref(new Set<number>())
const outcome = shallowRef<Made & { audience: Audience }>()
const proof = shallowRef<Proof>()
const form = useTemplateRef('form')

const isLead = computed(() => session.role === 'lead')
const changes = computed(() => draft.value.value ?? [])
const ready = computed(() => changes.value.filter((change) => change.ready))
const chosen = computed(() =>
  ready.value.filter(({ item }) => !left.value.has(item)).map(({ item }) => item),
)
const fixed = computed(
  () =>
    outcome.value?.proofs.filter(
      (each) => each.proof?.outcome === 'answered' && each.proof.release === outcome.value!.number,
    ).length ?? 0,
)

onMounted(session.refreshRelease)
async function reload(): Promise<void> {
  await Promise.all([
    loadDraft(),
    loadReleases(),
    loadOpen(),
    loadScheduled(),
    session.refreshRelease(),
  ])
  await prove()
}
let proving = 0
async function prove(): Promise<void> {
  const mine = ++proving
  proof.value = undefined
  if (chosen.value.length === 0) return
  const found = await post('/draft/proof', { items: chosen.value }).catch(() => undefined)
  if (mine === proving) proof.value = found
}
watch(
  () => chosen.value.join(),
  () => void prove(),
  { immediate: true },
)
const unhear = [
  session.hear('replay', () => void prove()),
  session.hear('release', () => void reload()),
]
onScopeDispose(() => unhear.forEach((end) => end()))

async function publish(input: PublishInput): Promise<void> {
  const made = await run(() => post('/releases', input))
  if (made) {
    outcome.value = { ...made, audience: input.audience }
    form.value?.clear()
    left.value = new Set()
  }
  await reload()
}
async function then(action: () => Promise<unknown>, done?: string): Promise<void> {
  // What was told of the last publication may hold no longer.
  outcome.value = undefined
  await run(action, done)
  await reload()
}
async function replay(): Promise<void> {
  const to = new Date(Date.now() + 86_400_000)
  await run(() =>
    post('/replays', {
      from: new Date(+to - 29 * 86_400_000).toISOString(),
      to: to.toISOString(),
      validity: 'asked',
      items: chosen.value,
    }),
  )
  await prove()
}
function toggle(item: number, take: boolean): void {
  const next = new Set(left.value)
  if (take) next.delete(item)
  else next.add(item)
  left.value = next
}
const setReady = ({ item }: DraftChange, value: boolean) =>
  then(() => put(`/draft/${item}/ready`, { ready: value }))
async function discard({ item, title }: DraftChange): Promise<void> {
  const wanted = await confirmed({
    header: `Put back “${title}”?`,
    message: 'What was changed in the draft since the last release is dropped.',
    accept: 'Put it back',
  })
  if (wanted) await then(() => remove(`/draft/${item}`), `“${title}” is as visitors have it again`)
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
            then(() =>
              post(`/releases/${open.value!.number}/open`, {
                audience,
                ...(audience === 'share' && { share }),
              }),
            )
        "
        @withdraw="
          then(
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
          @click="then(() => post('/draft/ready'), 'All changes are ready')"
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
            @click="then(() => remove(`/scheduled/${each.id}`))" /></span
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
          then(() => post(`/releases/${number}/live`), `Visitors get release ${number} now`)
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

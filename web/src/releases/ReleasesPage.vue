<script setup lang="ts">
import type { DraftChange, MendView, ReleaseRow } from '@janua/contracts'
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { get, post, put, remove } from '../shell/api.ts'
import { count, moment } from '../shell/format.ts'
import { itemPath, KIND_WORDS } from '../library/itemPaths.ts'
import { useSession } from '../shell/session.ts'
import { useDeed } from '../shell/useDeed.ts'
import { useRemote } from '../shell/useRemote.ts'
import ReleaseList from './ReleaseList.vue'

const session = useSession()
const { run, busy } = useDeed()
const { state: draft, run: loadDraft } = useRemote((signal) => get<DraftChange[]>('/draft', {}, signal))
const { state: releases, run: loadReleases } = useRemote((signal) => get<ReleaseRow[]>('/releases', {}, signal))
const left = ref(new Set<number>())
const note = ref('')
const outcome = shallowRef<{ number: number; proofs: MendView[] }>()

const isLead = computed(() => session.role === 'lead')
const ready = computed(() => (draft.value.value ?? []).filter((change) => change.ready))
const chosen = computed(() => ready.value.filter(({ item }) => !left.value.has(item)))
const mended = computed(() => outcome.value?.proofs.filter(({ proof }) => proof?.outcome === 'answered' && proof.release === outcome.value!.number).length ?? 0)

onMounted(reload)
async function reload(): Promise<void> {
  await Promise.all([loadDraft(), loadReleases(), session.refreshRelease()])
}
async function publish(): Promise<void> {
  const made = await run(() => post<{ number: number; proofs: MendView[] }>('/releases', { items: chosen.value.map(({ item }) => item), note: note.value }))
  if (made) {
    outcome.value = made
    note.value = ''
    left.value = new Set()
  }
  await reload()
}
async function goTo(number: number): Promise<void> {
  await run(() => post(`/releases/${number}/live`), `Visitors get release ${number} now`)
  await reload()
}
async function setReady(change: DraftChange, value: boolean): Promise<void> {
  await run(() => put(`/draft/${change.item}/ready`, { ready: value }))
  await reload()
}
async function discard(change: DraftChange): Promise<void> {
  await run(() => remove(`/draft/${change.item}`), `“${change.title}” is as visitors have it again`)
  await reload()
}
function toggle(item: number, take: boolean): void {
  const next = new Set(left.value)
  if (take) next.delete(item)
  else next.add(item)
  left.value = next
}
const linkOf = ({ kind, item, type }: DraftChange) => (type === 'removed' ? null : itemPath(kind, item))
</script>

<template>
  <div class="page columns">
    <section>
      <div class="head"><div><h1>{{ count(draft.value?.length ?? 0, 'change') }} since release {{ session.release?.live?.number ?? 0 }}</h1><p class="quiet">Publishing takes the ready ones that you choose. The rest stays in the draft.</p></div></div>
      <Message v-if="draft.status === 'failed'" severity="error">{{ draft.reason }}</Message>
      <Message v-if="outcome" severity="success" closable data-test="published" @close="outcome = undefined">Release {{ outcome.number }} is live: visitors’ next questions are answered from it.<template v-if="mended"> {{ count(mended, 'mended question') }} asked again and answered: <RouterLink to="/mend?state=mended">see the proof</RouterLink>.</template></Message>
      <div v-if="draft.value?.length === 0" class="empty panel"><p>The draft is the same as what visitors get. Edit an article, or mend a question, and it appears here.</p></div>
      <ul v-else class="changes">
        <li v-for="change in draft.value" :key="change.item" data-test="change" :data-ready="change.ready">
          <Checkbox v-if="isLead" :model-value="change.ready && !left.has(change.item)" binary :disabled="!change.ready" :input-id="`take-${change.item}`" :aria-label="`Publish “${change.title}”`" @update:model-value="(take: boolean) => toggle(change.item, take)" />
          <div class="grow">
            <strong><RouterLink v-if="linkOf(change)" :to="linkOf(change)!">{{ change.title }}</RouterLink><template v-else>{{ change.title }}</template></strong>
            <p class="quiet small">{{ KIND_WORDS[change.kind] }} {{ change.type === 'removed' ? 'taken out' : change.type }} by {{ change.by }}, {{ moment(change.at) }}</p>
          </div>
          <span class="small state" :class="{ ready: change.ready }">{{ change.ready ? 'ready' : 'in work' }}</span>
          <Button size="small" text class="toggle" :label="change.ready ? 'Back to work' : 'Mark ready'" @click="setReady(change, !change.ready)" />
          <Button size="small" text severity="danger" label="Discard" @click="discard(change)" />
        </li>
      </ul>
      <form v-if="isLead && ready.length" class="publish panel" @submit.prevent="publish">
        <label class="field grow"><span>Note: what is new, in a few words</span><InputText v-model="note" maxlength="500" data-test="note" /></label>
        <Button type="submit" :label="`Publish release ${session.release?.next ?? ''}: ${count(chosen.length, 'change')}`" :disabled="chosen.length === 0" :loading="busy" data-test="publish" />
      </form>
    </section>
    <ReleaseList :releases="releases.value ?? []" :may-publish="isLead" :busy="busy" @live="goTo" />
  </div>
</template>

<style scoped>
.columns { display: grid; grid-template-columns: minmax(0, 1.35fr) minmax(320px, 1fr); gap: 30px; align-items: start; }
.changes { list-style: none; padding: 0; border-top: 1px solid var(--ink); }
.changes li { display: flex; gap: 12px; align-items: center; padding: 10px 4px; border-bottom: 1px solid var(--line); }
.state { color: var(--brass); width: 58px; }
.publish .field > span { color: var(--ink); }
.toggle { width: 112px; }
.state.ready { color: var(--harbour); }
.publish { display: flex; gap: 14px; align-items: flex-end; margin-top: 18px; background: var(--harbour-soft); flex-wrap: wrap; }
@media (max-width: 900px) { .columns { grid-template-columns: 1fr; } }
</style>

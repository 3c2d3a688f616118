import { t } from '../shell/i18n.ts'
import type { Audience, DraftChange, FixView, Proof, PublishInput } from '@janua/contracts'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { post, put, remove } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { useConfirmed } from '../shell/useConfirmed.ts'
import { useRemote } from '../shell/useRemote.ts'

/** What came of the last publication that was made here. */
export interface Published {
  number: number | null
  /** Of one at a set time. */
  scheduled: number | null
  proofs: FixView[]
  audience: Audience
}

const DAY = 86_400_000
/** A replay from here asks again what was asked in four weeks. */
const REPLAY_DAYS = 28

/** What of the draft is published, what speaks for and against it, and what came of it. */
export function usePublishing() {
  const session = useSession()
  const { run, busy } = useAction()
  const confirmed = useConfirmed()
  const { state: draft, reload: loadDraft } = useRemote('/draft')
  const { state: releases, reload: loadReleases } = useRemote('/releases', undefined, {
    hears: ['figures'],
  })
  const { state: open, reload: loadOpen } = useRemote('/releases/open')
  const { state: scheduled, reload: loadScheduled } = useRemote('/scheduled')
  /** Changes that are left for a later release. */
  const left = ref(new Set<number>())
  const outcome = shallowRef<Published>()
  const proof = shallowRef<Proof>()
  let newestProof = 0

  const changes = computed(() => draft.value.value ?? [])
  const ready = computed(() => changes.value.filter((change) => change.ready))
  const chosen = computed(() =>
    ready.value.filter(({ item }) => !left.value.has(item)).map(({ item }) => item),
  )
  /** How many gaps the release answers that was published here. */
  const fixed = computed(
    () =>
      outcome.value?.proofs.filter(
        (each) =>
          each.proof?.outcome === 'answered' && each.proof.release === outcome.value!.number,
      ).length ?? 0,
  )

  watch(
    () => chosen.value.join(),
    () => void prove(),
    { immediate: true },
  )
  void session.refreshRelease()
  const unhear = [
    session.hear('replay', () => void prove()),
    session.hear('release', () => void reload()),
  ]
  onScopeDispose(() => unhear.forEach((end) => end()))

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
  /** An answer about fewer changes may come after the one about more. */
  async function prove(): Promise<void> {
    const own = ++newestProof
    proof.value = undefined
    if (chosen.value.length === 0) return
    const found = await post('/draft/proof', { items: chosen.value }).catch(() => undefined)
    if (own === newestProof) proof.value = found
  }
  /** @returns whether it is published, or set for later */
  async function publish(input: PublishInput): Promise<boolean> {
    const made = await run(() => post('/releases', input))
    if (made) {
      outcome.value = { ...made, audience: input.audience }
      left.value = new Set()
    }
    await reload()
    return made !== undefined
  }
  /** What was told of the last publication may hold no longer. */
  async function act(action: () => Promise<unknown>, done?: string): Promise<void> {
    outcome.value = undefined
    await run(action, done)
    await reload()
  }
  async function replay(): Promise<void> {
    const to = new Date(Date.now() + DAY)
    await run(() =>
      post('/replays', {
        from: new Date(+to - (REPLAY_DAYS + 1) * DAY).toISOString(),
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
    act(() => put(`/draft/${item}/ready`, { ready: value }))
  async function discard({ item, title }: DraftChange): Promise<void> {
    const wanted = await confirmed({
      header: t('releases.usePublishing.putBack', { title }),
      message: t('releases.usePublishing.whatWasChangedIn'),
      accept: t('releases.usePublishing.putItBack'),
    })
    if (wanted)
      await act(
        () => remove(`/draft/${item}`),
        t('releases.usePublishing.isAsVisitorsHave', { title }),
      )
  }
  return {
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
    publish,
    act,
    replay,
    toggle,
    setReady,
    discard,
  }
}

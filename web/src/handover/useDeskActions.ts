import { t } from '../shell/i18n.ts'
import type { CaseInput, CloseInput, Verdict } from '@janua/contracts'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { post, sendFile } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'

/** What an agent is asked before something is done. */
export type DeskDialog = 'block' | 'move' | 'close' | 'case' | 'handBack'

interface Reply {
  text: string
  asTeam: boolean
  clientId: string
}

/**
 * What is done at the desk, to the open conversation. What was done is read anew at once.
 * @param id of the conversation that is open
 * @param refresh reads the desk anew
 */
export function useDeskActions(id: () => number | null, refresh: () => Promise<unknown>) {
  const router = useRouter()
  const { run, busy } = useAction()
  const dialog = ref<DeskDialog>()
  /** Replies under way, by conversation. */
  const sending = new Map<number, Reply>()

  /** @returns whether it was done: what was typed for it is of no more use then */
  async function act(action: () => Promise<unknown>, done?: string): Promise<boolean> {
    const result = await run(() => action().then(() => true), done)
    await refresh()
    return result === true
  }
  /** What a dialog has asked for, which then closes. */
  async function acted(action: () => Promise<unknown>, done?: string): Promise<void> {
    if (await act(action, done)) dialog.value = undefined
  }
  const open = () => id()!

  /** @returns whether the conversation is ours now */
  async function take(
    which: number,
    action: 'take' | 'take-over' | 'step-in' = 'take',
  ): Promise<boolean> {
    const taken = await run(() => post(`/desk/${which}/${action}`).then(() => true))
    await router.push(`/desk/${which}`)
    await refresh()
    return taken === true
  }
  async function pass(which: number): Promise<void> {
    await run(() => post(`/desk/${which}/pass`))
    await refresh()
  }
  /** A reply that is sent again after a lost connection keeps its id, so that the visitor reads it once. */
  async function send(text: string, asTeam: boolean): Promise<boolean> {
    const conversation = open()
    const before = sending.get(conversation)
    const reply =
      before?.text === text && before.asTeam === asTeam
        ? before
        : { text, asTeam, clientId: crypto.randomUUID() }
    sending.set(conversation, reply)
    const sent = await act(() => post(`/desk/${conversation}/replies`, reply))
    if (sent) sending.delete(conversation)
    return sent
  }
  const note = (text: string, ask: number | null) =>
    act(() => post(`/desk/${open()}/notes`, { text, ask }))
  async function attach(file: File): Promise<void> {
    await run(() => sendFile(`/desk/${open()}/files`, file))
    await refresh()
  }
  const reopen = () => act(() => post(`/desk/${open()}/reopen`))
  const review = (message: number, verdict: Verdict) =>
    act(() => post(`/desk/${open()}/reviews`, { message, verdict }))
  const propose = (item: number, phrasing: string) =>
    act(
      () => post(`/desk/${open()}/phrasings`, { item, phrasing }),
      t('handover.useDeskActions.proposedItIsIn'),
    )

  const move = (body: { queue?: number; agent?: number; reason: string }) =>
    acted(() => post(`/desk/${open()}/move`, body), 'Moved')
  const close = (body: CloseInput) =>
    acted(
      () => post(`/desk/${open()}/close`, body),
      body.outcome === 'will follow' ? t('handover.useDeskActions.caseCreated') : 'Closed',
    )
  const keep = (body: CaseInput) =>
    acted(() => post(`/desk/${open()}/case`, body), t('handover.useDeskActions.caseCreated'))
  const handBack = (word: string) => acted(() => post(`/desk/${open()}/hand-back`, { word }))
  const block = (reason: string) =>
    acted(
      () => post(`/desk/${open()}/block`, { reason }),
      t('handover.useDeskActions.theVisitorIsBlocked'),
    )

  return {
    busy,
    dialog,
    take,
    pass,
    send,
    note,
    attach,
    reopen,
    review,
    propose,
    move,
    close,
    keep,
    handBack,
    block,
  }
}

import type { DeskConversation, Queue, SignedIn } from '@janua/contracts'

/** Who has a conversation may move it on; a lead may also move those of others and those that wait. */
export function mayMove(
  conversation: DeskConversation | undefined,
  { id, role }: SignedIn,
): boolean {
  const state = conversation?.state
  const isOwn = state === 'agent' && conversation!.agent?.id === id
  return isOwn || (role === 'lead' && (state === 'waiting' || state === 'agent'))
}

/** Everybody else of these queues who can sign in, once each, by name. */
export function colleaguesOf(
  queues: readonly Queue[],
  own: number,
): { id: number; name: string }[] {
  const people = queues
    .flatMap(({ members }) => members)
    .filter(({ id, active }) => active && id !== own)
    .map(({ id, name }) => [id, { id, name }] as const)
  return [...new Map(people).values()].sort((a, b) => a.name.localeCompare(b.name))
}

export const STATES = ['assistant', 'waiting', 'agent', 'closed'] as const
export type ConversationState = (typeof STATES)[number]

/** What may happen to a conversation, from which states, and where it leads. The one table of allowed transitions. */
export const TRANSITIONS = {
  'hand over': { from: ['assistant'], to: 'waiting' },
  take: { from: ['waiting'], to: 'agent' },
  'hand back': { from: ['agent', 'waiting'], to: 'assistant' },
  move: { from: ['agent', 'waiting'], to: 'waiting' },
  close: { from: ['assistant', 'waiting', 'agent'], to: 'closed' },
  resume: { from: ['closed'], to: 'assistant' },
} as const satisfies Record<string, { from: readonly ConversationState[]; to: ConversationState }>
export type Transition = keyof typeof TRANSITIONS

/** The state after a transition, or undefined when it is not allowed from here. */
export function after(state: ConversationState, transition: Transition): ConversationState | undefined {
  const { from, to } = TRANSITIONS[transition]
  return (from as readonly ConversationState[]).includes(state) ? to : undefined
}

export const STATES = ['assistant', 'waiting', 'agent', 'case', 'closed'] as const
export type ConversationState = (typeof STATES)[number]

/** What may happen to a conversation, from which states, and where it leads. The one table of allowed transitions. */
export const TRANSITIONS = {
  'hand over': { from: ['assistant', 'case'], to: 'waiting' },
  take: { from: ['waiting', 'case'], to: 'agent' },
  'step in': { from: ['assistant', 'case'], to: 'agent' },
  'hand back': { from: ['agent', 'waiting'], to: 'assistant' },
  move: { from: ['agent', 'waiting'], to: 'waiting' },
  'give back': { from: ['agent'], to: 'waiting' },
  'keep as case': { from: ['assistant', 'waiting', 'agent'], to: 'case' },
  close: { from: ['assistant', 'waiting', 'agent', 'case'], to: 'closed' },
  resume: { from: ['closed', 'case'], to: 'assistant' },
  'write again': { from: ['closed'], to: 'case' },
  'come back': { from: ['closed'], to: 'waiting' },
  reopen: { from: ['closed'], to: 'agent' },
} as const satisfies Record<string, { from: readonly ConversationState[]; to: ConversationState }>
export type Transition = keyof typeof TRANSITIONS

/** The state after a transition, or undefined when it is not allowed from here. */
export function after(
  state: ConversationState,
  transition: Transition,
): ConversationState | undefined {
  const { from, to } = TRANSITIONS[transition]
  return (from as readonly ConversationState[]).includes(state) ? to : undefined
}

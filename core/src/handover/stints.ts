/** What happened in a conversation as far as queues and agents are concerned, in the order of its messages; moments in milliseconds. */
export interface HandoverEvent {
  at: number
  kind: string
  author: string
  /** Whose act it was; null for the visitor's, and for what happened by itself. */
  user: number | null
  /** The queue that it leads into, or the agent, where it leads to one. */
  queue: number | null
  agent: number | null
}

/** A stay in one queue. */
export interface QueueStay {
  queue: number
  enteredAt: number
  /** Null while nobody has taken it, and when nobody did. */
  takenAt: number | null
  /** When the visitor left, or nobody came; null otherwise. */
  leftAt: number | null
  firstReplyAt: number | null
  /** It was kept as a case here: answered later, and counted apart from chats. */
  isCase: boolean
  /** It went on to another queue from here. */
  wasMoved: boolean
}

/** A time in which one agent had the conversation. */
export interface Stint {
  agent: number
  from: number
  /** Null while it goes on. */
  to: number | null
  /** Without its idle stretches. */
  handleSeconds: number
  /** Place of the stay that it belongs to, in `stays`; null for a conversation that was stepped into. */
  stay: number | null
}

/** A silence counts as handling for no longer than this. */
const IDLE_MS = 600_000

/**
 * The stays in queues and the stints of agents that a thread tells of: each queue and each agent has its own, however often it was moved,
 * given back or taken again.
 */
export function staysAndStints(events: readonly HandoverEvent[]): {
  stays: QueueStay[]
  stints: Stint[]
} {
  const stays: QueueStay[] = []
  const stints: Stint[] = []
  let stay: number | null = null
  let waiting = false
  let stint = null as Stint | null
  let before = 0

  const enter = (queue: number | null, at: number, isCase: boolean): void => {
    const known = queue ?? (stay === null ? null : stays[stay]!.queue)
    stay = null
    waiting = false
    if (known === null) return
    stay = stays.length
    waiting = true
    stays.push({
      queue: known,
      enteredAt: at,
      takenAt: null,
      leftAt: null,
      firstReplyAt: null,
      isCase,
      wasMoved: false,
    })
  }
  const leave = (at: number): void => {
    if (waiting && stay !== null) stays[stay]!.leftAt = at
    waiting = false
  }
  const begin = (agent: number, at: number, ofStay: number | null): void => {
    end(at)
    stint = { agent, from: at, to: null, handleSeconds: 0, stay: ofStay }
    stints.push(stint)
  }
  function end(at: number): void {
    if (stint) stint.to = at
    stint = null
  }

  for (const { at, kind, author, user, queue, agent } of events) {
    if (stint) stint.handleSeconds += Math.min(IDLE_MS, Math.max(0, at - before)) / 1_000
    before = at
    if (author === 'agent' && stay !== null && !waiting) stays[stay]!.firstReplyAt ??= at
    switch (kind) {
      case 'handed over':
        enter(queue, at, false)
        break
      case 'resumed':
        if (queue !== null) enter(queue, at, false)
        break
      case 'taken':
        if (stay !== null && waiting) stays[stay]!.takenAt = at
        waiting = false
        if (user !== null) begin(user, at, stay)
        break
      case 'stepped in':
      case 'reopened':
        if (user !== null) begin(user, at, waiting ? stay : null)
        if (waiting && stay !== null) stays[stay]!.takenAt = at
        waiting = false
        break
      case 'moved':
        end(at)
        if (queue !== null) {
          if (stay !== null) stays[stay]!.wasMoved = true
          enter(queue, at, false)
        } else if (agent !== null) {
          if (waiting && stay !== null) stays[stay]!.takenAt = at
          waiting = false
          begin(agent, at, stay)
        }
        break
      case 'given back': {
        end(at)
        const isCase = stay !== null && stays[stay]!.isCase
        if (!waiting) enter(queue, at, isCase)
        break
      }
      case 'case':
        end(at)
        leave(at)
        enter(queue, at, true)
        break
      case 'handed back':
      case 'closed':
        end(at)
        leave(at)
        stay = null
        break
    }
  }
  return { stays, stints }
}

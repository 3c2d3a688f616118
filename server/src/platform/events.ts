import { EventEmitter } from 'node:events'

/** What happens in Janua that somebody may be watching. */
export interface Happenings {
  /**
   * A conversation has new messages or another state. Queues and people are those that it belongs or is offered to, and those that it did until
   * now: their lists lose it. Others have no use for what is said while an agent has it: `listed` is false then.
   */
  conversation: {
    id: number
    queues: readonly number[]
    people: readonly number[]
    visitor: number
    listed?: boolean
  }
  /** The assistant's answer as far as it has been written. */
  saying: { visitor: number; text: string }
  /** Somebody writes in a conversation. */
  typing: { conversation: number; who: 'visitor' | 'agent'; name: string }
  /** Visitors get another release. */
  release: { number: number }
  /** Something in the draft has changed; `item` is 0 for several. */
  draft: { item: number }
  /** Checks have been run. */
  checks: { failed: number }
  /** A replay has got further, or ended. */
  replay: { id: number }
  /** Figures, topics or gaps have been brought up to date. */
  figures: { weeks: number }
  topics: { topics: number }
  /** A log from elsewhere has got further. */
  logImport: { id: number }
  /** Somebody came to their desk, or left it. */
  presence: { user: number }
  /** A colleague is asked into a conversation. */
  askedIn: { user: number; conversation: number }
  /** An agent proposed something, or a lead decided on it. */
  proposal: { by: number }
  /** A queue or its members have changed. */
  queues: { queue: number }
  /** A person's access has changed or ended: all their connections, or all but those of one session. */
  access: { user: number; except?: string }
  /** Somebody signed out. */
  sessionEnded: { user: number; session: string }
  /** A visitor was forgotten or blocked. */
  visitorGone: { visitor: number }
}

/** A typed notice board within this process. Listening returns what ends it. */
export class Events {
  private readonly emitter = new EventEmitter().setMaxListeners(0)

  tell<K extends keyof Happenings>(what: K, detail: Happenings[K]): void {
    this.emitter.emit(what, detail)
  }

  on<K extends keyof Happenings>(what: K, listener: (detail: Happenings[K]) => void): () => void {
    this.emitter.on(what, listener)
    return () => this.emitter.off(what, listener)
  }
}

import type {
  ConversationState,
  EntryFigures,
  Outcome,
  Priority,
  QueueHours,
  RightBy,
  Routed,
  Routing,
  Targets,
} from '@janua/core'
import type { Presence } from './accounts.ts'
import type { Message } from './conversations.ts'

/** How a queue's conversations find their agent: agents take them, or each is offered to one after the other. */
export const ASSIGNMENTS = ['list', 'in turn'] as const
export type Assignment = (typeof ASSIGNMENTS)[number]

export interface QueueSettings {
  assignment: Assignment
  /** Minutes until somebody is to be there, by priority. */
  targets: Targets
  /** Goes on to another queue when nobody took it in so many minutes. */
  overflow: { queue: number; minutes: number } | null
  /** When its people are there; null for the hours of the door. */
  hours: QueueHours | null
}

export const STARTER_QUEUE: QueueSettings = {
  assignment: 'list',
  targets: { high: 2, normal: 5, low: 20 },
  overflow: null,
  hours: null,
}

export interface QueueMember {
  id: number
  name: string
  presence: Presence
  active: boolean
  /** Conversations that they have, and may have at once. */
  open: number
  atOnce: number
}

export interface Queue {
  id: number
  name: string
  members: QueueMember[]
  settings: QueueSettings
  version: number
  waiting: number
  oldestWaitSeconds: number | null
  /** What somebody who enters now waits at the most, four times of five; null when nobody is at their desk. */
  expectedWaitSeconds: number | null
}
export interface QueueInput {
  name: string
  members: number[]
  settings?: QueueSettings
  /** Of the queue as it was opened: when it has changed since, the save is refused. */
  version?: number
}

/** What an agent can do and bear. */
export interface AgentSkills {
  languages: ('en' | 'de')[]
  topics: number[]
  atOnce: number
}

/** The classifier as the lead sees it: from how many hand-overs, and the words that speak most for each queue. */
export interface QueueModelView {
  id: number
  examples: number
  madeAt: string
  /** Of the hand-overs that it had not seen: how many came to the right queue; null for models of before. */
  heldOut: { n: number; right: number } | null
  signs: { queue: number; signs: string[] }[]
}
export interface RoutingDraft extends Routing {
  id: number
  revision: number
  state: 'live' | 'in work' | 'ready'
  /** The classifier that the draft looks at, and the newest that was learnt. */
  inUse: QueueModelView | null
  newest: QueueModelView | null
  /** The same for the rules and the last resort, without any classifier. */
  rulesAlone: { n: number; right: number }
}
export interface RoutingShare {
  n: number
  right: number
  low: number
  high: number
}
export interface RoutingProof {
  /** Hand-overs that were looked at, and since when. */
  handovers: number
  since: string | null
  draft: RoutingShare
  live: RoutingShare
  unmoved: { n: number; right: number }
  by: Record<Routed['by'], { n: number; right: number }>
  cells: { routed: number; right: number; ids: number[] }[]
  rules: {
    fits: number
    decides: number
    known: number
    right: number
    oddity: 'never fits' | 'shadowed' | null
    conflicts: { with: number; ids: number[] }[]
  }[]
  saved: number[]
  caused: number[]
  /** Learnt from the older three quarters of the hand-overs, tested on the rest: rules alone, classifier alone, both. Null with too few. */
  learned: {
    tested: number
    rules: RoutingShare
    classifier: RoutingShare
    both: RoutingShare
  } | null
}
/** A hand-over of the past, to be read behind a figure. */
export interface HandoverRow {
  id: number
  conversation: number
  at: string
  words: string
  queue: number
  because: string
  right: number | null
  rightBy: RightBy | null
}

/** How a conversation with an agent ends. */
export const CLOSINGS = [
  'settled',
  'will follow',
  'could not',
  'visitor left',
  'not for us',
] as const
export type Closing = (typeof CLOSINGS)[number]
export interface CloseInput {
  outcome: Closing
  /** The right queue, as the agent says; null when nothing is said of it. */
  rightQueue: number | null
  /** When something follows from us: by when; a day from now when null. */
  followUpAt: string | null
}
/** Keeps a conversation as a case. */
export interface CaseInput {
  /** By when; null for the queue's own target. */
  dueAt: string | null
  /** The agent stays its owner; else its queue is. */
  mine: boolean
  note: string
}

export interface SavedReply {
  id: number
  name: string
  /** May hold {visitor}, {agent}, {queue} and {case}, filled in when it is put into a reply. */
  text: string
  /** Whether it is this person's own, or the team's. */
  own: boolean
}

export interface DeskRow {
  id: number
  state: ConversationState
  /** What it is about: the last unsettled question. */
  subject: string
  visitor: string | null
  queue: { id: number; name: string } | null
  agent: { id: number; name: string } | null
  priority: Priority
  waitingSince: string | null
  /** When somebody is to be there. */
  dueAt: string | null
  /** Offered to the one who looks, until then. */
  offeredUntil: string | null
  caseNumber: string | null
  lastAt: string
  lastBy: 'visitor' | 'assistant' | 'agent' | 'event' | 'team'
}
export interface Desk {
  waiting: DeskRow[]
  mine: DeskRow[]
  /** Where a colleague asked this person in. */
  askedIn: DeskRow[]
  cases: DeskRow[]
  /** What other agents have in hand now; for leads alone. */
  withAgents: DeskRow[]
  withAssistant: DeskRow[]
  closed: DeskRow[]
  /** The server's time, against which waits are counted. */
  now: string
}

export interface Passage {
  item: number
  title: string
  path: string[]
  text: string
}

export interface Brief {
  unsettled: string[]
  told: { label: string; value: string }[]
  /** Numbers, days, names of places and the like that were recognised in what was asked. */
  values: string[]
  tried: {
    question: string
    outcome: Outcome
    confidence: number
    nearest: string | null
    vote: 'yes' | 'no' | null
  }[]
  routed: string | null
  /** What the rule wants the agent to know. */
  note: string | null
  sayNext: Passage[]
}

export interface DeskConversation extends DeskRow {
  version: number
  door: string
  startedAt: string
  blocked: boolean
  messages: Message[]
  brief: Brief
  /** How far the visitor got and read, as message numbers. */
  visitorGot: number
  visitorSeen: number
  outcome: Closing | null
  rating: { stars: number; word: string } | null
  guests: { id: number; name: string }[]
  others: { id: number; subject: string; state: ConversationState; lastAt: string }[]
  /** May be stepped into: it is with the assistant, or a case. */
  mayStepIn: boolean
}

export interface QueueFigureRow extends EntryFigures {
  id: number
  name: string
}
/** How the queues did since a moment. */
export interface QueueFigures {
  since: string
  all: EntryFigures
  /** Answered later: counted apart from chats. */
  cases: EntryFigures
  queues: QueueFigureRow[]
  agents: QueueFigureRow[]
  hours: QueueFigureRow[]
  /** Hand-overs that the door's questions made needless. */
  saved: number
  /** Mails that could not be sent yet, and why; null when all are on their way. */
  mail: { waiting: number; problem: string } | null
}

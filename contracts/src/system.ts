/** How long things are kept; null keeps them for good. */
export interface RetentionSettings {
  /** Days since the last word in a closed conversation. Its questions stay in the log without who asked. */
  conversationDays: number | null
  attachmentDays: number | null
  auditDays: number | null
}

/** Everything that is stored of one visitor. */
export interface VisitorExport {
  madeAt: string
  visitor: { name: string | null; mail: string | null; since: string }
  conversations: {
    startedAt: string
    endedAt: string | null
    details: Record<string, string>
    rating: number | null
    ratingWord: string | null
    messages: { at: string; from: string; text: string }[]
  }[]
  questions: { at: string; text: string; outcome: string }[]
  mails: { at: string; direction: 'in' | 'out'; subject: string; text: string }[]
}

/** A piece of work that happens by itself. */
export interface JobStatus {
  name: string
  /** What it is for, in a few words. */
  title: string
  /** Seconds between two runs. */
  everySeconds: number
  running: boolean
  lastEndedAt: string | null
  lastSeconds: number | null
  /** Since when it fails, how often in a row, and the newest reason; null while it works. */
  failing: { since: string; times: number; because: string; nextTryAt: string | null } | null
}

export interface SystemState {
  jobs: JobStatus[]
  files: { count: number; bytes: number; freeBytes: number; isFull: boolean }
  mail: { isSetUp: boolean; waiting: number; problem: string | null }
  database: { bytes: number; version: string }
  /** What of the models could not be read, in plain words. */
  modelFaults: string[]
  uptimeSeconds: number
  backup: { at: string; bytes: number } | null
  /** Whether the demo's agents answer by themselves; null where there is no demo. */
  simulatedAgents: boolean | null
}

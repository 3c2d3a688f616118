import { type Phrase, phrase, type Said, tell } from '../language/phrases.ts'

/**
 * Everything a client may be told when a request is refused: a stable code, a status, and what its sentence is about. The sentences
 * are in the catalogues (`problems.json` of each language), by code.
 */
export const PROBLEMS = {
  NOT_SIGNED_IN: { status: 401, about: [] },
  NOT_ALLOWED: { status: 403, about: ['role'] },
  FORGED: { status: 403, about: [] },
  NOT_FOUND: { status: 404, about: [] },
  INVALID: { status: 422, about: ['what'] },
  UNREADABLE: { status: 400, about: [] },
  BAD_JSON: { status: 400, about: [] },
  TOO_LARGE: { status: 413, about: ['limit'] },
  TOO_MANY: { status: 429, about: ['seconds'] },
  DISK_FULL: { status: 507, about: [] },
  QUOTA_USED: { status: 413, about: ['limit'] },
  BROKEN: { status: 500, about: [] },
  DATABASE_AWAY: { status: 503, about: [] },
  AT_ONCE: { status: 409, about: [] },
  POINTS_NOWHERE: { status: 409, about: [] },
  WRONG_SIGN_IN: { status: 401, about: [] },
  CODE_NEEDED: { status: 401, about: [] },
  WRONG_CODE: { status: 422, about: [] },
  WRONG_PASSWORD: { status: 422, about: [] },
  WEAK_PASSWORD: { status: 422, about: ['why'] },
  SECOND_FACTOR_NEEDED: { status: 403, about: [] },
  LINK_USED: { status: 410, about: [] },
  LAST_LEAD: { status: 409, about: [] },
  MAIL_CONFIGURED: { status: 409, about: [] },
  MAIL_NOT_SET_UP: { status: 409, about: [] },
  MAIL_NOT_SENT: { status: 502, about: ['reason'] },
  MAIL_TAKEN: { status: 409, about: ['mail'] },
  LEAD_NOT_FOUND: { status: 404, about: ['mail'] },
  PERSON_NOT_FOUND: { status: 404, about: ['id'] },
  TOPIC_NOT_FOUND: { status: 404, about: ['id'] },
  TOPICS_RUNNING: { status: 409, about: [] },
  QUESTION_NOT_FOUND: { status: 404, about: ['id'] },
  LOG_IMPORTED: { status: 409, about: ['name'] },
  LOG_IMPORTING: { status: 409, about: [] },
  ARTICLE_NOT_FOUND: { status: 404, about: ['id'] },
  DOCUMENT_NOT_FOUND: { status: 404, about: ['id'] },
  DOOR_ID_NOT_FOUND: { status: 404, about: ['id'] },
  ITEM_CHANGED: { status: 409, about: ['by'] },
  NO_FILES: { status: 422, about: [] },
  PARTS_CHANGED: { status: 409, about: [] },
  ENTRY_TAKEN: { status: 409, about: ['name'] },
  IMPORT_NOT_FOUND: { status: 404, about: ['id'] },
  IMPORT_OVER: { status: 409, about: [] },
  SITE_NOT_FOUND: { status: 404, about: ['id'] },
  SITE_TAKEN: { status: 409, about: ['address'] },
  SITE_UNREADABLE: { status: 422, about: ['why'] },
  HOST_NOT_ALLOWED: { status: 422, about: ['host'] },
  READING_GONE: { status: 409, about: [] },
  DEMO_NOT_STALE: { status: 409, about: [] },
  NOT_AN_ATTACHMENT: { status: 422, about: [] },
  TOO_MANY_FILES: { status: 422, about: ['most'] },
  NOT_A_PICTURE: { status: 422, about: [] },
  CHANGE_NOT_READY: { status: 409, about: ['title'] },
  NOTHING_TO_PUBLISH: { status: 409, about: [] },
  RELEASE_OPEN: { status: 409, about: ['number'] },
  NOT_OPEN: { status: 409, about: ['number'] },
  NEEDS_REASON: { status: 409, about: ['what'] },
  RELEASE_UNREADABLE: { status: 409, about: ['which'] },
  SCHEDULE_GONE: { status: 409, about: [] },
  NOTHING_LIVE: { status: 409, about: [] },
  REPLAY_NOT_FOUND: { status: 404, about: ['id'] },
  REPLAY_RUNNING: { status: 409, about: [] },
  REPLAY_OVER: { status: 409, about: [] },
  CHECK_NOT_FOUND: { status: 404, about: ['id'] },
  RELEASE_NOT_FOUND: { status: 404, about: ['number'] },
  ALREADY_LIVE: { status: 409, about: ['number'] },
  DOOR_NOT_FOUND: { status: 404, about: ['key'] },
  DOOR_KEY_TAKEN: { status: 409, about: ['key'] },
  TIME_ZONE_UNKNOWN: { status: 422, about: ['zone'] },
  VISITOR_UNKNOWN: { status: 401, about: [] },
  ON_HOLD: { status: 409, about: [] },
  VISITOR_NOT_FOUND: { status: 404, about: ['id'] },
  VISITOR_BLOCKED: { status: 403, about: [] },
  CONVERSATION_NOT_FOUND: { status: 404, about: ['id'] },
  CONVERSATION_ENDED: { status: 409, about: [] },
  MESSAGE_NOT_FOUND: { status: 404, about: [] },
  TAKEN_BY_OTHER: { status: 409, about: ['name'] },
  AT_CAPACITY: { status: 409, about: ['most'] },
  NOT_YOURS: { status: 409, about: [] },
  OFFERED_TO_OTHER: { status: 409, about: ['name'] },
  OFFER_GONE: { status: 409, about: [] },
  STATE_FORBIDS: { status: 409, about: ['state'] },
  PROPOSAL_DECIDED: { status: 409, about: [] },
  QUEUE_CHANGED: { status: 409, about: ['name'] },
  QUEUE_NOT_FOUND: { status: 404, about: ['id'] },
  MODEL_FAILED: { status: 424, about: ['why'] },
  ENCODER_FAILED: { status: 424, about: ['why'] },
  ENCODER_NOT_READY: { status: 409, about: [] },
  MODEL_STOPPED: { status: 409, about: [] },
  MODEL_USE_OFF: { status: 409, about: [] },
  MODEL_BUDGET: { status: 429, about: ['budget'] },
  QUEUE_IN_USE: { status: 409, about: ['why'] },
} as const satisfies Record<string, { status: number; about: readonly string[] }>

export type ProblemCode = keyof typeof PROBLEMS
/** A value for each thing that a sentence is about, in its order. */
type Values<C extends ProblemCode> = EachSaid<(typeof PROBLEMS)[C]['about']>
type EachSaid<Names extends readonly string[]> = { [Index in keyof Names]: Said }

/** A refusal that the client is told of, in its own language; its message is the English sentence. */
export class Problem extends Error {
  constructor(
    readonly code: ProblemCode,
    readonly status: number,
    readonly said: Phrase,
    readonly detail?: unknown,
  ) {
    super(tell(said))
  }
}

/** @example throw problem('ARTICLE_NOT_FOUND', 7) */
export function problem<C extends ProblemCode>(code: C, ...values: Values<C>): Problem {
  return problemWith(undefined, code, ...values)
}

/** A refusal with material that the page shows beside the sentence, such as the other person's text. */
export function problemWith<C extends ProblemCode>(
  detail: unknown,
  code: C,
  ...values: Values<C>
): Problem {
  const { status, about } = PROBLEMS[code]
  const named = Object.fromEntries(about.map((name, i) => [name, (values as readonly Said[])[i]!]))
  return new Problem(code, status, phrase(`problems.${code}`, named), detail)
}

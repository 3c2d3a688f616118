/** Everything a client may be told when a request is refused: a stable code, a status, and a sentence for people. */
export const PROBLEMS = {
  NOT_SIGNED_IN: { status: 401, text: () => 'Please sign in first.' },
  NOT_ALLOWED: { status: 403, text: (role: string) => `Your role (${role}) does not allow this.` },
  FORGED: {
    status: 403,
    text: () =>
      'This request did not come from Janua’s own page. Reload the page and try again; nothing was changed.',
  },
  NOT_FOUND: { status: 404, text: () => 'There is nothing at this address.' },
  INVALID: { status: 422, text: (what: string) => what },
  UNREADABLE: {
    status: 400,
    text: () => 'The request could not be read. Reload the page and try again.',
  },
  BAD_JSON: { status: 400, text: () => 'The request could not be read: it is not valid JSON.' },
  TOO_LARGE: { status: 413, text: (limit: string) => `That is too large. The limit is ${limit}.` },
  TOO_MANY: {
    status: 429,
    text: (seconds: number) => `Too many tries. Please wait ${seconds} seconds and try again.`,
  },
  DISK_FULL: {
    status: 507,
    text: () =>
      'There is no room for more files just now. The team has been told; your text is kept.',
  },
  QUOTA_USED: {
    status: 413,
    text: (limit: string) => `You have sent ${limit} of files already; more cannot be kept.`,
  },
  BROKEN: {
    status: 500,
    text: () => 'Something went wrong on our side. Nothing of yours was lost; please try again.',
  },
  DATABASE_AWAY: {
    status: 503,
    text: () =>
      'The database does not answer just now. Nothing was changed; please try again in a moment.',
  },

  AT_ONCE: {
    status: 409,
    text: () =>
      'Somebody changed the same thing at the same moment. Nothing of yours was stored; please try again.',
  },
  POINTS_NOWHERE: {
    status: 409,
    text: () =>
      'This names something that is not there any more. Reload the page and try again; nothing was changed.',
  },

  WRONG_SIGN_IN: { status: 401, text: () => 'Mail address and password do not go together.' },
  CODE_NEEDED: {
    status: 401,
    text: () => 'Enter the six digits that your authenticator app shows now, or a recovery code.',
  },
  WRONG_CODE: {
    status: 422,
    text: () =>
      'This code is not right, or it was used already. Wait for the next one and try again.',
  },
  WRONG_PASSWORD: { status: 422, text: () => 'The current password is not right.' },
  WEAK_PASSWORD: {
    status: 422,
    text: (why: string) =>
      `Please choose another password: ${why}. Three or four unrelated words make a good one.`,
  },
  SECOND_FACTOR_NEEDED: {
    status: 403,
    text: () => 'Your team asks for a second factor. Set up your authenticator app first.',
  },
  LINK_USED: {
    status: 410,
    text: () => 'This link was used already or has run out. Ask your team lead for a new one.',
  },
  LAST_LEAD: {
    status: 409,
    text: () => 'There must be at least one active lead. Make somebody else a lead first.',
  },
  MAIL_CONFIGURED: {
    status: 409,
    text: () =>
      'The mail server is set where Janua is started (SMTP_URL). Nothing was changed; it can only be changed there.',
  },
  MAIL_NOT_SET_UP: { status: 409, text: () => 'Set up a mail server first.' },
  MAIL_NOT_SENT: {
    status: 502,
    text: (reason: string) => `The mail server did not take the mail: ${reason}`,
  },
  MAIL_TAKEN: {
    status: 409,
    text: (mail: string) => `${mail} belongs to somebody on the team already.`,
  },
  LEAD_NOT_FOUND: {
    status: 404,
    text: (mail: string) => `No active lead signs in with ${mail}.`,
  },
  PERSON_NOT_FOUND: { status: 404, text: (id: number) => `There is no person ${id} on the team.` },

  TOPIC_NOT_FOUND: {
    status: 404,
    text: (id: number) =>
      `There is no topic ${id} any more. Topics are found anew as questions come; reload the list.`,
  },
  TOPICS_RUNNING: {
    status: 409,
    text: () => 'The questions are being grouped just now. Wait until that has ended.',
  },
  QUESTION_NOT_FOUND: {
    status: 404,
    text: (id: number) => `There is no question ${id} in the log.`,
  },
  LOG_IMPORTED: {
    status: 409,
    text: (name: string) =>
      `The very same file was brought in already, as “${name}”. Remove that import first to bring it in again.`,
  },
  LOG_IMPORTING: {
    status: 409,
    text: () => 'Another log is being read just now. Wait until it is done.',
  },

  ARTICLE_NOT_FOUND: {
    status: 404,
    text: (id: number, kind: 'article' | 'document' | 'door' = 'article') =>
      `There is no ${kind} ${id}.`,
  },
  ITEM_CHANGED: {
    status: 409,
    text: (by: string) =>
      `${by} saved this after you opened it. Your text is kept; look at both and decide.`,
  },
  NO_FILES: { status: 422, text: () => 'No files arrived. Drop some files or a folder.' },
  PARTS_CHANGED: {
    status: 409,
    text: () =>
      'The document was read again after you opened it, and has other parts now. Reload the page; nothing was changed.',
  },
  ENTRY_TAKEN: { status: 409, text: (name: string) => `There is an entry “${name}” already.` },
  IMPORT_NOT_FOUND: { status: 404, text: (id: number) => `There is no import ${id}.` },
  IMPORT_OVER: { status: 409, text: () => 'This import has ended already.' },
  SITE_NOT_FOUND: { status: 404, text: (id: number) => `There is no site ${id}.` },
  SITE_TAKEN: { status: 409, text: (address: string) => `${address} is among the sites already.` },
  SITE_UNREADABLE: { status: 422, text: (why: string) => `The site cannot be read: ${why}.` },
  HOST_NOT_ALLOWED: {
    status: 422,
    text: (host: string) => `${host} is not on the list of allowed hosts. A lead can add it.`,
  },
  READING_GONE: {
    status: 409,
    text: () => 'Nothing that was read waits any more. Read the site again.',
  },
  DEMO_NOT_STALE: {
    status: 409,
    text: () => 'There is nothing to move: this is no demo, or its history ends this week already.',
  },
  NOT_AN_ATTACHMENT: {
    status: 422,
    text: () => 'Only pictures (PNG, JPEG, WebP, GIF) and PDF files can be attached.',
  },
  TOO_MANY_FILES: {
    status: 422,
    text: (most: number) => `A conversation can hold ${most} files at most.`,
  },
  NOT_A_PICTURE: {
    status: 422,
    text: () => 'That is no picture that can be shown. PNG, JPEG, WebP and GIF can.',
  },

  CHANGE_NOT_READY: {
    status: 409,
    text: (title: string) => `“${title}” is still in work. Mark it ready first, or leave it out.`,
  },
  NOTHING_TO_PUBLISH: {
    status: 409,
    text: () =>
      'None of the chosen changes is left to publish. Somebody may have published them just now.',
  },
  RELEASE_OPEN: {
    status: 409,
    text: (number: number) =>
      `Release ${number} is not open to all yet. Open it to all or withdraw it first.`,
  },
  NOT_OPEN: {
    status: 409,
    text: (number: number) =>
      `Release ${number} is not open to the team or to a share of visitors.`,
  },
  NEEDS_REASON: {
    status: 409,
    text: (what: string) => `${what}. Say why it is published all the same.`,
  },
  RELEASE_UNREADABLE: {
    status: 409,
    text: (which: string) =>
      `The content ${which} cannot be made ready: part of it cannot be read. Visitors keep what they have.`,
  },
  SCHEDULE_GONE: {
    status: 409,
    text: () => 'This publication has been made or withdrawn already.',
  },
  NOTHING_LIVE: {
    status: 409,
    text: () =>
      'Nothing is live yet, so there is nothing to compare with. Publish a first release.',
  },
  REPLAY_NOT_FOUND: { status: 404, text: (id: number) => `There is no replay ${id}.` },
  REPLAY_RUNNING: {
    status: 409,
    text: () => 'A replay is running already. Wait for it, or cancel it.',
  },
  REPLAY_OVER: { status: 409, text: () => 'This replay has ended already.' },
  CHECK_NOT_FOUND: { status: 404, text: (id: number) => `There is no check ${id} any more.` },
  RELEASE_NOT_FOUND: { status: 404, text: (number: number) => `There is no release ${number}.` },
  ALREADY_LIVE: {
    status: 409,
    text: (number: number) => `Visitors get release ${number} already.`,
  },

  DOOR_NOT_FOUND: {
    status: 404,
    text: (key: string) => `There is no door “${key}” open to visitors.`,
  },
  DOOR_KEY_TAKEN: {
    status: 409,
    text: (key: string) => `Another door has the key “${key}” already.`,
  },
  TIME_ZONE_UNKNOWN: {
    status: 422,
    text: (zone: string) => `“${zone}” is not a known time zone. Write it like Europe/London.`,
  },

  VISITOR_UNKNOWN: {
    status: 401,
    text: () => 'This conversation is not known any more. Start a new one.',
  },
  ON_HOLD: {
    status: 409,
    text: () =>
      'This conversation cannot be erased at present. Write to the company and ask for it; they can tell you why and until when.',
  },
  VISITOR_NOT_FOUND: { status: 404, text: (id: number) => `There is no visitor ${id}.` },
  VISITOR_BLOCKED: {
    status: 403,
    text: () => 'You cannot write here any more. You can still reach the company by mail or phone.',
  },
  CONVERSATION_NOT_FOUND: {
    status: 404,
    text: (id: number) => `There is no conversation ${id} for you.`,
  },
  CONVERSATION_ENDED: { status: 409, text: () => 'This conversation has ended.' },
  MESSAGE_NOT_FOUND: { status: 404, text: () => 'That message is not there any more.' },
  TAKEN_BY_OTHER: {
    status: 409,
    text: (name: string) => `${name} took this conversation a moment before you.`,
  },
  AT_CAPACITY: {
    status: 409,
    text: (most: number) =>
      `You have ${most} conversations open, which is as many as you can have at once. Close one, or ask a lead for more.`,
  },
  NOT_YOURS: {
    status: 409,
    text: () => 'You can only do this with a conversation that you have taken.',
  },
  OFFERED_TO_OTHER: {
    status: 409,
    text: (name: string) =>
      `This conversation is offered to ${name} just now. It comes to you when they let it go.`,
  },
  OFFER_GONE: {
    status: 409,
    text: () => 'This offer has run out already; somebody else has it now.',
  },
  STATE_FORBIDS: {
    status: 409,
    text: (state: string) => `That cannot be done now: the conversation is ${state}.`,
  },

  PROPOSAL_DECIDED: { status: 409, text: () => 'Somebody decided on this already.' },
  QUEUE_CHANGED: {
    status: 409,
    text: (name: string) =>
      `Somebody else changed “${name}” after you opened it. Reload the page to see the change; yours was not saved.`,
  },
  QUEUE_NOT_FOUND: { status: 404, text: (id: number) => `There is no queue ${id}.` },
  MODEL_FAILED: { status: 424, text: (why: string) => `The language model was of no use: ${why}` },
  ENCODER_FAILED: { status: 424, text: (why: string) => `The encoder cannot be used: ${why}` },
  ENCODER_NOT_READY: {
    status: 409,
    text: () =>
      'The encoder has not read everything yet that is to be published. Wait until it has, or take it out of the draft.',
  },
  MODEL_STOPPED: {
    status: 409,
    text: () => 'The language model is stopped. The lead can let it go on under Build › Models.',
  },
  MODEL_USE_OFF: {
    status: 409,
    text: () => 'This is switched off. The lead can switch it on under Build › Models.',
  },
  MODEL_BUDGET: {
    status: 429,
    text: (budget: string) =>
      `Today’s budget for this (${budget}) is used up. It goes on at midnight, UTC.`,
  },
  QUEUE_IN_USE: { status: 409, text: (why: string) => `The queue cannot be removed: ${why}.` },
} as const satisfies Record<string, { status: number; text: (value: never) => string }>

export type ProblemCode = keyof typeof PROBLEMS
type Value<C extends ProblemCode> = Parameters<(typeof PROBLEMS)[C]['text']>

/** A refusal that the client is told of, in the words of the table above. */
export class Problem extends Error {
  constructor(
    readonly code: ProblemCode,
    readonly status: number,
    message: string,
    readonly detail?: unknown,
  ) {
    super(message)
  }
}

/** @example throw problem('ARTICLE_NOT_FOUND', 7) */
export function problem<C extends ProblemCode>(code: C, ...value: Value<C>): Problem {
  const { status, text } = PROBLEMS[code]
  return new Problem(code, status, (text as (...values: unknown[]) => string)(...value))
}

/** A refusal with material that the page shows beside the sentence, such as the other person's text. */
export function problemWith<C extends ProblemCode>(
  detail: unknown,
  code: C,
  ...value: Value<C>
): Problem {
  const { status, message } = problem(code, ...value)
  return new Problem(code, status, message, detail)
}

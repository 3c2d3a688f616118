import { CLOSINGS, type Closing, type DeskRow, type Message } from '@janua/contracts'
import { span } from '../shell/format.ts'

/** Seconds until a moment, 0 when it has passed or there is none. */
export function secondsLeft(until: string | null, now: number): number {
  return until === null ? 0 : Math.max(0, Math.round((Date.parse(until) - now) / 1000))
}

/** "3:00 left" until somebody is to be there, or "2:00 late". */
export function timeLeft({ dueAt }: Pick<DeskRow, 'dueAt'>, now: number): string {
  if (dueAt === null) return ''
  const seconds = (Date.parse(dueAt) - now) / 1000
  return seconds >= 0 ? `${span(seconds)} left` : `${span(-seconds)} late`
}

/** Nine o'clock of the next working day. */
export function nextMorning(from = new Date()): Date {
  const day = new Date(from)
  do day.setDate(day.getDate() + 1)
  while (day.getDay() === 0 || day.getDay() === 6)
  day.setHours(9, 0, 0, 0)
  return day
}

/** What is left of a text once these words of its beginning were sent; all of it when it was changed otherwise. */
export function restAfter(words: string, text: string): string {
  return text.trimStart().startsWith(words)
    ? text.trimStart().slice(words.length).trimStart()
    : text
}

/** A ring that empties as the target comes nearer, and is brick once it has passed. */
export function ringOf(
  { dueAt, waitingSince }: Pick<DeskRow, 'dueAt' | 'waitingSince'>,
  now: number,
): string {
  const due = Date.parse(dueAt ?? '')
  const from = Date.parse(waitingSince ?? '')
  const gone = Math.min(1, Math.max(0, (now - from) / Math.max(1, due - from)))
  return `conic-gradient(${now > due ? 'var(--brick)' : 'var(--brass)'} ${Math.round(gone * 360)}deg, var(--line) 0)`
}

export const CLOSING_NAMES: Record<Closing, string> = {
  settled: 'Settled',
  'will follow': 'Follow-up needed',
  'could not': 'Could not be settled',
  'visitor left': 'The visitor left',
  'not for us': 'Not for us',
}
export const CLOSING_KEYS = CLOSINGS.map((outcome, i) => ({
  outcome,
  key: String(i + 1),
  name: CLOSING_NAMES[outcome],
}))

const EVENTS: Partial<Record<Message['kind'], string>> = {
  'handed over': 'Handed over',
  taken: 'Taken',
  'handed back': 'Handed back to the assistant',
  moved: 'Moved',
  'given back': 'Back in its queue',
  'stepped in': 'Stepped in',
  reopened: 'Taken up again',
  case: 'Case',
  closed: 'Closed',
  resumed: 'Continued',
  contact: 'Asked for name and mail',
  rated: 'Rated',
  away: 'Told that nobody is available',
}
interface EventData {
  queue?: string
  to?: string
  because?: string
  cause?: string
  why?: string
  number?: string
  phone?: string
  outcome?: Closing
  by?: string
  stars?: number
  word?: string
}
const WHY_AWAY: Record<string, string> = {
  closed: 'outside their hours',
  nobody: 'nobody of the queue at their desk',
  long: 'the wait would be long',
  late: 'nobody came in time',
}

/** A line of the thread in which something happened, in plain words. */
export function eventLine({ kind, data, name }: Pick<Message, 'kind' | 'data' | 'name'>): string {
  const { queue, to, because, cause, why, number, phone, outcome, by, stars, word } = (data ??
    {}) as EventData
  const said = kind === 'away' && why ? WHY_AWAY[why] : why
  const parts = [
    queue,
    to && `to ${to}`,
    number,
    phone && `call at ${phone}`,
    cause,
    kind === 'contact' ? because : cause ? because && `routed by ${because}` : because,
    said,
    outcome && CLOSING_NAMES[outcome].toLowerCase(),
    by === 'silence'
      ? 'after silence'
      : by === 'visitor'
        ? 'by the visitor'
        : by === 'mail'
          ? 'by mail'
          : undefined,
    stars && `${stars} of 5`,
    word && `“${word}”`,
    name,
  ]
  const detail = parts.filter(Boolean).join(' · ')
  return `${EVENTS[kind] ?? kind}${detail ? `: ${detail}` : ''}`
}

/** Fills a saved reply's fields. A field that is not known stays to be seen. */
export function filled(
  text: string,
  known: Partial<Record<'visitor' | 'agent' | 'queue' | 'case', string | null>>,
): string {
  return text.replace(
    /\{(visitor|agent|queue|case)\}/g,
    (field, name: 'visitor' | 'agent' | 'queue' | 'case') => known[name] ?? field,
  )
}

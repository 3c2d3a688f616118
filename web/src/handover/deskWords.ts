import { t } from '../shell/i18n.ts'
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
  return seconds >= 0
    ? t('handover.deskWords.left', { seconds: span(seconds) })
    : t('handover.deskWords.late', { seconds: span(-seconds) })
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
  settled: t('handover.deskWords.settled'),
  'will follow': t('handover.deskWords.followUpNeeded'),
  'could not': t('handover.deskWords.couldNotBeSettled'),
  'visitor left': t('handover.deskWords.theVisitorLeft'),
  'not for us': t('handover.deskWords.notForUs'),
}
export const CLOSING_KEYS = CLOSINGS.map((outcome, i) => ({
  outcome,
  key: String(i + 1),
  name: CLOSING_NAMES[outcome],
}))

const EVENTS: Partial<Record<Message['kind'], string>> = {
  'handed over': t('handover.deskWords.handedOver'),
  taken: 'Taken',
  'handed back': t('handover.deskWords.handedBackToThe'),
  moved: 'Moved',
  'given back': t('handover.deskWords.backInItsQueue'),
  'stepped in': t('handover.deskWords.steppedIn'),
  reopened: t('handover.deskWords.takenUpAgain'),
  case: 'Case',
  closed: 'Closed',
  resumed: 'Continued',
  contact: t('handover.deskWords.askedForNameAnd'),
  rated: 'Rated',
  away: t('handover.deskWords.toldThatNobodyIs'),
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
  closed: t('handover.deskWords.outsideHours'),
  nobody: t('handover.deskWords.nobodyOnline'),
  long: t('handover.deskWords.theWaitWouldBe'),
  late: t('handover.deskWords.nobodyInTime'),
}

/** A line of the thread in which something happened, in plain words. */
export function eventLine({ kind, data, name }: Pick<Message, 'kind' | 'data' | 'name'>): string {
  const { queue, to, because, cause, why, number, phone, outcome, by, stars, word } = (data ??
    {}) as EventData
  const said = kind === 'away' && why ? WHY_AWAY[why] : why
  const parts = [
    queue,
    to && t('handover.deskWords.to', { to }),
    number,
    phone && t('handover.deskWords.callAt', { phone }),
    cause,
    kind === 'contact'
      ? because
      : cause
        ? because && t('handover.deskWords.routedBy', { because })
        : because,
    said,
    outcome && CLOSING_NAMES[outcome].toLowerCase(),
    by === 'silence'
      ? t('handover.deskWords.afterSilence')
      : by === 'visitor'
        ? t('handover.deskWords.byVisitor')
        : by === 'mail'
          ? t('handover.deskWords.byMail')
          : undefined,
    stars && t('handover.deskWords.of5', { stars }),
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

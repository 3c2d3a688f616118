import { DateTime } from 'luxon'
import { fold } from '../text/tokens.ts'

/** A question of a log from elsewhere, as far as it could be read. */
export interface LogRow {
  text: string
  at: Date
  /** Who asked, where the log tells; rows of one asker hang together. */
  asker: string | null
  door: string | null
  language: 'en' | 'de' | null
  /** The text was longer than a message may be, and was cut. */
  cut: boolean
}

const NAMES: Record<'text' | 'time' | 'asker' | 'door' | 'language', readonly string[]> = {
  text: [
    'text',
    'question',
    'query',
    'message',
    'frage',
    'anfrage',
    'nachricht',
    'utterance',
    'body',
  ],
  time: [
    'time',
    'at',
    'date',
    'datetime',
    'timestamp',
    'askedat',
    'createdat',
    'zeit',
    'datum',
    'zeitpunkt',
  ],
  asker: [
    'asker',
    'visitor',
    'user',
    'conversation',
    'session',
    'customer',
    'conversationid',
    'visitorid',
    'userid',
    'sessionid',
    'besucher',
    'kunde',
  ],
  door: ['door', 'site', 'page', 'widget', 'tur'],
  language: ['language', 'lang', 'locale', 'sprache'],
}
export type LogField = keyof typeof NAMES

/** Which column holds what, by its name in English or German; undefined where none does. @example fieldsAmong(['Question', 'Asked at']).time // 'Asked at' */
export function fieldsAmong(columns: readonly string[]): Partial<Record<LogField, string>> {
  const plain = (name: string) => fold(name).replace(/[^a-z]/g, '')
  const find = (field: LogField) =>
    NAMES[field]
      .map((name) => columns.find((column) => plain(column) === name))
      .find((column) => column !== undefined)
  return Object.fromEntries(
    (Object.keys(NAMES) as LogField[]).flatMap((field) =>
      find(field) === undefined ? [] : [[field, find(field)]],
    ),
  )
}

export const MOST_TEXT = 2_000
const FORMATS = [
  'yyyy-MM-dd HH:mm:ss',
  'yyyy-MM-dd HH:mm',
  'yyyy-MM-dd',
  'dd.MM.yyyy HH:mm:ss',
  'dd.MM.yyyy HH:mm',
  'dd.MM.yyyy',
  'd.M.yyyy HH:mm',
  'd.M.yyyy',
  'dd/MM/yyyy HH:mm:ss',
  'dd/MM/yyyy HH:mm',
  'dd/MM/yyyy',
  'yyyy/MM/dd HH:mm',
  'yyyy/MM/dd',
]

/**
 * Reads one row of a log.
 * @param zone time zone in which times without one are meant
 * @returns the row, or why it is left out, in plain words
 */
export function readLogRow(
  record: Readonly<Record<string, unknown>>,
  fields: Partial<Record<LogField, string>>,
  { zone, now }: { zone: string; now: Date },
): LogRow | { because: string } {
  const value = (field: LogField) =>
    fields[field] === undefined ? undefined : record[fields[field]]
  const text = String(value('text') ?? '')
    .replace(/\s+/g, ' ')
    .trim()
  if (text === '') return { because: 'there is no text' }
  if (!/[\p{L}\p{N}]/u.test(text)) return { because: 'the text has no words' }
  const at = timeOf(value('time'), zone)
  if (!at)
    return {
      because:
        value('time') === undefined || value('time') === ''
          ? 'there is no time'
          : `“${String(value('time')).slice(0, 40)}” is not a time that can be read`,
    }
  if (+at > +now + 86_400_000)
    return { because: `${at.toISOString().slice(0, 10)} is in the future` }
  if (at.getUTCFullYear() < 2000)
    return { because: `${at.toISOString().slice(0, 10)} is too long ago` }
  const given = (field: LogField) => {
    const own = value(field)
    return own === undefined || own === null || own === '' ? null : String(own).slice(0, 200)
  }
  const language = given('language')?.slice(0, 2).toLowerCase()
  return {
    text: [...text].slice(0, MOST_TEXT).join(''),
    at,
    asker: given('asker'),
    door: given('door'),
    language: language === 'en' || language === 'de' ? language : null,
    cut: [...text].length > MOST_TEXT,
  }
}

function timeOf(given: unknown, zone: string): Date | null {
  if (
    typeof given === 'number' ||
    (typeof given === 'string' && /^\d{10}(\d{3})?$/.test(given.trim()))
  ) {
    const number = Number(given)
    const date = new Date(number < 1e11 ? number * 1_000 : number)
    return Number.isNaN(+date) ? null : date
  }
  if (typeof given !== 'string') return null
  const text = given.trim().slice(0, 40)
  const iso = DateTime.fromISO(text, { zone })
  if (iso.isValid) return iso.toJSDate()
  for (const format of FORMATS) {
    const read = DateTime.fromFormat(text, format, { zone })
    if (read.isValid) return read.toJSDate()
  }
  return null
}

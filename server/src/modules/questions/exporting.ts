import type { LogFilter, LogRowView } from '@janua/contracts'
import { stringify } from 'csv-stringify'
import type { Response } from 'express'
import { once } from 'node:events'
import type { QuestionLog } from './questionLog.ts'

const COLUMNS = [
  'id',
  'time',
  'text',
  'as written',
  'outcome',
  'kind',
  'confidence',
  'answered from',
  'release',
  'door',
  'language',
  'channel',
  'topic',
  'vote',
  'reviewed',
  'conversation',
] as const

/** The log as a file, row by row, so that a million rows need no more memory than a thousand. */
export async function sendLog(
  log: QuestionLog,
  { format, ...filter }: LogFilter & { format: 'csv' | 'jsonl' },
  res: Response,
): Promise<void> {
  res.type(format === 'csv' ? 'text/csv' : 'application/x-ndjson').attachment(`questions.${format}`)
  const sink =
    format === 'csv'
      ? stringify({ header: true, columns: [...COLUMNS], escape_formulas: true, bom: true })
      : res
  if (sink !== res) sink.pipe(res)
  for await (const rows of log.rows(filter))
    for (const row of rows) {
      const record = recordOf(row)
      const more =
        format === 'csv'
          ? (sink as ReturnType<typeof stringify>).write(record)
          : res.write(`${JSON.stringify(record)}\n`)
      if (!more) await Promise.race([once(sink, 'drain'), once(res, 'close')])
      if (res.destroyed) return
    }
  sink.end()
  if (sink !== res) await once(res, 'finish').catch(() => undefined)
}

function recordOf({
  id,
  at,
  text,
  written,
  outcome,
  kind,
  confidence,
  source,
  release,
  door,
  language,
  channel,
  topic,
  vote,
  reviewed,
  conversation,
}: LogRowView): Record<(typeof COLUMNS)[number], string | number | null> {
  return {
    id,
    time: at,
    text,
    'as written': written,
    outcome,
    kind,
    confidence: Math.round(confidence * 1_000) / 1_000,
    'answered from': outcome === 'answered' ? (source?.title ?? null) : null,
    release,
    door,
    language,
    channel,
    topic: topic?.label ?? null,
    vote,
    reviewed,
    conversation,
  }
}

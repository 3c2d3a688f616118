import {
  type ConfidenceModel,
  fieldsAmong,
  fingerprint,
  guessLanguage,
  type IndexBlocks,
  maskPrivate,
  readLogRow,
  type Trace,
} from '@janua/core'
import { type MessagePort, parentPort, workerData } from 'node:worker_threads'
import type { SmallTalkContent } from '@janua/contracts'
import type { CompiledRelease, OpenDoor } from '../answering/engineHost.ts'
import { openShared } from '../answering/meaningModels.ts'
import { respond, type Response } from '../answering/respond.ts'
import { connect, type DatabaseAddress } from '../../platform/database/connect.ts'
import { Unreadable } from '../library/readers/text.ts'
import { readLogFile } from './readLog.ts'
import { type LogImportRow, type QuestionRow, questionTables } from './tables.ts'

export interface LogOrder {
  address: DatabaseAddress
  id: number
  path: string
  zone: string
  now: Date
  /** By which an encoder of the team's is asked. */
  encoder: MessagePort
  release: {
    number: number
    blocks: IndexBlocks
    doors: OpenDoor[]
    smallTalk: readonly SmallTalkContent[]
    model?: ConfidenceModel
  }
}
export type LogReport = { done: number } | { ended: true }

const AT_ONCE = 400
const FAULTS_KEPT = 100

const {
  address,
  id,
  path,
  zone,
  now,
  encoder,
  release: given,
} = (workerData as { order: LogOrder }).order
const db = connect(address)
const tables = questionTables(db)
try {
  await bringIn()
} catch (cause) {
  await tables.questions.destroy({ where: { importId: id } })
  await tables.logImports.update(
    {
      state: 'failed',
      taken: 0,
      problem:
        cause instanceof Unreadable
          ? cause.message
          : `It broke off: ${(cause as Error).message}`.slice(0, 500),
    },
    { where: { id } },
  )
} finally {
  await db.close()
  parentPort!.postMessage({ ended: true } satisfies LogReport)
}

/** Reads the log, masks what is private, asks each wording once of the live release, and stores a question for each row. */
async function bringIn(): Promise<void> {
  const { columns, records, faults } = readLogFile(path)
  const fields = fieldsAmong(columns)
  if (fields.text === undefined)
    throw new Unreadable(
      `no column holds the questions. It has: ${columns.slice(0, 12).join(', ')}. Name one of them “text”`,
    )
  if (fields.time === undefined)
    throw new Unreadable(
      `no column holds the times. It has: ${columns.slice(0, 12).join(', ')}. Name one of them “time”`,
    )
  await tables.logImports.update({ rows: records.length }, { where: { id } })
  const release = {
    ...given,
    key: '',
    index: openShared(given.blocks, encoder),
    content: [],
    routing: null,
    encoder: null,
    glossary: [],
  } satisfies CompiledRelease
  const asked = new Map<string, readonly Response[]>()
  let [taken, masked, faulty] = [0, 0, faults.length]
  const last = lastPlaces(records.map(({ record }) => String(record[fields.text!] ?? '')))
  for (let from = 0; from < records.length; from += AT_ONCE) {
    const rows: Partial<QuestionRow>[] = []
    for (const [i, { row, record }] of records.slice(from, from + AT_ONCE).entries()) {
      const read = readLogRow(record, fields, { zone, now })
      if ('because' in read) {
        faulty++
        if (faults.length < FAULTS_KEPT) faults.push({ row, because: read.because })
        continue
      }
      const text = maskPrivate(read.text)
      if (text !== read.text) masked++
      const door =
        release.doors.find(({ key, title }) => key === read.door || title === read.door) ??
        release.doors[0]!
      const language = read.language ?? guessLanguage(text, 'en')
      const key = `${door.id} ${language} ${text.toLowerCase()}`
      if (!asked.has(key)) asked.set(key, respond(release, door, text, { language, at: read.at }))
      const isLast = last.get(String(record[fields.text!] ?? '')) === from + i
      for (const { question } of asked.get(key)!)
        if (question)
          rows.push({
            ...question,
            trace: isLast ? question.trace : bare(question.trace),
            askedAt: read.at,
            channel: 'imported',
            importId: id,
            asker: read.asker === null ? null : fingerprint(`${id} ${read.asker}`),
            conversationId: null,
            messageId: null,
          })
    }
    await tables.questions.bulkCreate(rows)
    taken += rows.length
    const done = Math.min(records.length, from + AT_ONCE)
    const [open] = await tables.logImports.update(
      { done, taken, masked, faults, faulty } as Partial<LogImportRow>,
      { where: { id, state: 'reading' } },
    )
    if (open === 0 && !(await tables.logImports.findOne({ where: { id, state: 'reading' } })))
      return void (await tables.questions.destroy({ where: { importId: id } }))
    parentPort!.postMessage({ done } satisfies LogReport)
  }
  await tables.logImports.update({ state: 'done' }, { where: { id } })
}

/** Of equal texts the last row keeps the whole trace: a log of many thousands is mostly repeats. */
function lastPlaces(texts: readonly string[]): Map<string, number> {
  return new Map(texts.map((text, place) => [text, place]))
}

function bare(trace: Trace): Trace {
  return { ...trace, terms: [], candidates: trace.candidates.slice(0, 1), leftOut: [] }
}

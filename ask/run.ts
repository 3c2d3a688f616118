import {
  answerMessage,
  type AnswerSettings,
  type ConfidenceModel,
  converse,
  maskPrivate,
  type ReleaseIndex,
  turnsOf,
} from '@janua/core'
import { existsSync, readFileSync } from 'node:fs'
import { createInterface } from 'node:readline'
import { parseArgs } from 'node:util'
import { readDoor } from './door.ts'
import type { Folder } from '../server/src/modules/library/folder.ts'
import { Misuse, prepare, runCommand } from './prepare.ts'
import { type Asked, readQuestion } from './question.ts'
import { reported } from './report.ts'

/**
 * Answers questions from a folder of files, without a database or a server, by the same code that answers visitors.
 * Exit codes: 0 all asked; 1 wrong use; 2 nothing in the folder could be read.
 */
const USE = `npm run ask -- --content DIR [--questions FILE] [--door FILE] [--now ISO-TIME] [--threshold P] [--no-titles] [--json]

  --content DIR     folder of Markdown, HTML, text, PDF, DOCX, XLSX, CSV or ZIP files
  --questions FILE  a question a line, or JSON Lines {"id","question","conversation"?,"language"?}; else standard input
  --door FILE       JSON with any of: key, timeZone, threshold
  --now ISO-TIME    the moment at which everything is asked
  --threshold P     how sure an answer must be, 0 to 1
  --no-titles       titles and headings are not read
  --json            JSON only: what could not be read is told as JSON too`

async function main(): Promise<void> {
  const { values } = parseArgs({
    options: {
      content: { type: 'string' },
      questions: { type: 'string' },
      door: { type: 'string' },
      now: { type: 'string' },
      threshold: { type: 'string' },
      'no-titles': { type: 'boolean', default: false },
      json: { type: 'boolean', default: false },
    },
  })
  if (!values.content) throw new Misuse(USE)
  if (values.questions && !existsSync(values.questions))
    throw new Misuse(`There is no file ${values.questions}.`)
  const settings = readDoor({ file: values.door, now: values.now, threshold: values.threshold })
  const began = performance.now()
  const prepared = await prepare(values.content, values['no-titles'], ({ file, reason }) =>
    note(values.json, { file, reason }, `${file}: ${reason}`),
  )
  if (!prepared) {
    note(
      values.json,
      { error: 'nothing could be read' },
      `Nothing in ${values.content} could be read.`,
    )
    process.exit(2)
  }
  const { folder, index, model } = prepared
  note(
    values.json,
    { files: new Set(folder.files.values()).size, passages: index.size, seconds: seconds(began) },
    `${new Set(folder.files.values()).size} files, ${index.size} passages, ready after ${seconds(began)} s`,
  )
  const lines = values.questions
    ? readFileSync(values.questions, 'utf8').split(/\r?\n/)
    : createInterface({ input: process.stdin })
  let number = 0
  for await (const line of lines) {
    if (line.trim() === '') continue
    number++
    const asked = readQuestion(line, number)
    if ('because' in asked)
      note(
        values.json,
        { line: number, reason: asked.because },
        `question ${number}: ${asked.because}`,
      )
    else answer({ asked, folder, index, model, settings })
  }
}

interface Given {
  asked: Asked
  folder: Folder
  index: ReleaseIndex
  model: ConfidenceModel
  settings: AnswerSettings
}

function answer({ asked, folder, index, model, settings }: Given): void {
  const turns = turnsOf(
    converse(
      index,
      asked.conversation.map((text) => maskPrivate(text)),
      { ...settings, model },
    ),
  )
  const began = performance.now()
  const reply = answerMessage(index, maskPrivate(asked.question), { ...settings, model, turns })
  const milliseconds = Math.round((performance.now() - began) * 1000) / 1000
  process.stdout.write(
    `${JSON.stringify(reported(asked.id, reply, { index, files: folder.files, milliseconds, language: asked.language }))}\n`,
  )
}

function seconds(since: number): number {
  return Math.round((performance.now() - since) / 100) / 10
}

function note(json: boolean, data: object, text: string): void {
  process.stderr.write(`${json ? JSON.stringify(data) : text}\n`)
}

runCommand(main)

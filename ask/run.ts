import { answerMessage, type AnswerSettings, type ConfidenceModel, converse, fitOwn, guessLanguage, indexRelease, maskPrivate, type ReleaseIndex, turnsOf } from '@janua/core'
import { existsSync, readFileSync, statSync } from 'node:fs'
import { createInterface } from 'node:readline'
import { parseArgs } from 'node:util'
import { readDoor } from './door.ts'
import { type Folder, readFolder } from './folder.ts'
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
      content: { type: 'string' }, questions: { type: 'string' }, door: { type: 'string' }, now: { type: 'string' }, threshold: { type: 'string' },
      'no-titles': { type: 'boolean', default: false }, json: { type: 'boolean', default: false },
    },
  })
  if (!values.content) throw new Misuse(USE)
  if (!existsSync(values.content) || !statSync(values.content).isDirectory()) throw new Misuse(`There is no folder ${values.content}.`)
  if (values.questions && !existsSync(values.questions)) throw new Misuse(`There is no file ${values.questions}.`)
  const settings = readDoor({ file: values.door, now: values.now, threshold: values.threshold })
  const began = performance.now()
  const folder = await readFolder(values.content)
  for (const { file, reason } of folder.refused) note(values.json, { file, reason }, `${file}: ${reason}`)
  if (folder.items.length === 0) {
    note(values.json, { error: 'nothing could be read' }, `Nothing in ${values.content} could be read.`)
    process.exit(2)
  }
  const indexing = { glossary: folder.glossary, noTitles: values['no-titles'], language: mainLanguage(folder) }
  const index = indexRelease(folder.items, indexing)
  const model = fitOwn(folder.items, indexing)
  note(values.json, { files: new Set(folder.files.values()).size, passages: index.size, seconds: seconds(began) }, `${new Set(folder.files.values()).size} files, ${index.size} passages, ready after ${seconds(began)} s`)
  const lines = values.questions ? readFileSync(values.questions, 'utf8').split(/\r?\n/) : createInterface({ input: process.stdin })
  let number = 0
  for await (const line of lines) {
    if (line.trim() === '') continue
    number++
    const asked = readQuestion(line, number)
    if ('because' in asked) note(values.json, { line: number, reason: asked.because }, `question ${number}: ${asked.because}`)
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
  const turns = turnsOf(converse(index, asked.conversation.map(maskPrivate), { ...settings, model }))
  const began = performance.now()
  const reply = answerMessage(index, maskPrivate(asked.question), { ...settings, model, turns })
  const milliseconds = Math.round((performance.now() - began) * 1000) / 1000
  process.stdout.write(`${JSON.stringify(reported(asked.id, reply, { index, files: folder.files, milliseconds }))}\n`)
}

/** The language of most items: what a question too short to tell is taken for. */
function mainLanguage({ items }: Folder): 'en' | 'de' {
  const german = items.filter(({ body, parts }) => guess(body || (parts ?? []).map((part) => part.body).join(' '))).length
  return german > items.length / 2 ? 'de' : 'en'
}

function guess(text: string): boolean {
  return guessLanguage(text.slice(0, 3_000), 'en') === 'de'
}

function seconds(since: number): number {
  return Math.round((performance.now() - since) / 100) / 10
}

function note(json: boolean, data: object, text: string): void {
  process.stderr.write(`${json ? JSON.stringify(data) : text}\n`)
}

class Misuse extends Error {}

main().catch((cause: unknown) => {
  const plain = cause instanceof Misuse || (cause as NodeJS.ErrnoException).code?.startsWith('ERR_PARSE_ARGS') || cause instanceof RangeError
  process.stderr.write(`${plain ? (cause as Error).message : (cause as Error).stack}\n`)
  process.exit(1)
})

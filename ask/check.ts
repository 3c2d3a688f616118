import {
  type AnswerSettings,
  type CheckRow,
  converse,
  type Expectation,
  maskPrivate,
  problemsOf,
  readCheckRows,
} from '@janua/core'
import { existsSync, readFileSync } from 'node:fs'
import { basename } from 'node:path'
import { parseArgs } from 'node:util'
import { readCsv } from '../server/src/modules/library/readers/csv.ts'
import { readDoor } from './door.ts'
import { Misuse, prepare, type Prepared, runCommand } from './prepare.ts'

/**
 * Runs a list of checks over a folder of files, without a database or a server.
 * Exit codes: 0 all pass; 1 one fails or is not as it should be, or wrong use; 2 nothing in the folder could be read.
 */
const USE = `npm run check -- --content DIR --checks FILE.csv [--door FILE] [--now ISO-TIME] [--threshold P] [--json]

  --content DIR     folder of Markdown, HTML, text, PDF, DOCX, XLSX, CSV or ZIP files
  --checks FILE     columns question, before, expects, source, contains, lacks, note; a source is a title or a file
  --door FILE       JSON with any of: key, timeZone, threshold, rules
  --now ISO-TIME    the moment at which everything is asked
  --threshold P     how sure an answer must be, 0 to 1
  --json            one JSON object a check instead of sentences`

interface Told {
  row: number
  question: string
  problems: string[]
}

async function main(): Promise<void> {
  const { values } = parseArgs({
    options: {
      content: { type: 'string' },
      checks: { type: 'string' },
      door: { type: 'string' },
      now: { type: 'string' },
      threshold: { type: 'string' },
      json: { type: 'boolean', default: false },
    },
  })
  if (!values.content || !values.checks) throw new Misuse(USE)
  if (!existsSync(values.checks)) throw new Misuse(`There is no file ${values.checks}.`)
  const settings = readDoor({ file: values.door, now: values.now, threshold: values.threshold })
  const { checks, faults } = readCheckRows(readList(values.checks))
  const prepared = await prepare(
    values.content,
    false,
    ({ file, reason }) => void process.stderr.write(`${file}: ${reason}\n`),
  )
  if (!prepared) {
    process.stderr.write(`Nothing in ${values.content} could be read.\n`)
    process.exit(2)
  }
  const told = [
    ...faults.map(({ row, because }): Told => ({ row, question: '', problems: [because] })),
    ...checks.map(({ row, check }): Told => ({
      row,
      question: check.messages.at(-1)!,
      problems: held(check, prepared, settings),
    })),
  ].sort((a, b) => a.row - b.row)
  const failed = told.filter(({ problems }) => problems.length > 0)
  for (const each of values.json ? told : failed)
    process.stdout.write(
      `${values.json ? JSON.stringify({ ...each, passed: each.problems.length === 0 }) : line(each)}\n`,
    )
  if (!values.json)
    process.stdout.write(`${told.length - failed.length} of ${told.length} checks pass.\n`)
  process.exitCode = failed.length > 0 ? 1 : 0
}

function held(
  check: CheckRow,
  { folder, index, model }: Prepared,
  settings: AnswerSettings,
): string[] {
  if (check.queue) return ['a queue is not known without a server; leave it out of this list']
  const expected: Expectation = { comes: check.comes, contains: check.contains, lacks: check.lacks }
  if (check.source !== undefined) {
    const item = folder.items.find(
      ({ id, title }) =>
        same(title, check.source!) ||
        same(folder.files.get(id) ?? '', check.source!) ||
        same(basename(folder.files.get(id) ?? ''), check.source!),
    )
    if (!item) return [`nothing in the folder is called “${check.source}”`]
    expected.item = item.id
  }
  const titles = new Map(folder.items.map(({ id, title }) => [id, title]))
  const reply = converse(
    index,
    check.messages.map((text) => maskPrivate(text)),
    { ...settings, model },
  ).at(-1)
  return problemsOf(
    expected,
    { reply },
    { item: (id) => titles.get(id) ?? String(id), queue: String },
  )
}

function line({ row, question, problems }: Told): string {
  return `row ${row}${question ? `: ${question}` : ''}\n${problems.map((problem) => `    ${problem}`).join('\n')}`
}

function readList(file: string): string[][] {
  try {
    return readCsv(readFileSync(file)).rows
  } catch (cause) {
    throw new Misuse(`${file} cannot be read: ${(cause as Error).message}.`)
  }
}

function same(a: string, b: string): boolean {
  return a.trim().toLowerCase() === b.trim().toLowerCase()
}

runCommand(main)

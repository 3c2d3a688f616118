import {
  answerQuestion,
  fingerprint,
  maskPrivate,
  nearItems,
  type Topic,
  type TopicQuestion,
  topicsOf,
} from '@janua/core'
import { existsSync, readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { Misuse, prepare, type Prepared, runCommand } from './prepare.ts'
import { readQuestion } from './question.ts'

/**
 * Groups a list of questions by what they ask, without a database or a server.
 * Exit codes: 0 done; 1 wrong use; 2 nothing in the folder could be read.
 */
const USE = `npm run topics -- --questions FILE [--content DIR] [--json]

  --questions FILE  a question a line, or JSON Lines {"id","question"}; equal ones count as asked again
  --content DIR     the help content: questions that come near the same article then count as nearer to each other
  --json            one JSON object a question {id, question, topic, label, words, samples}; else a list by topic`

interface Listed {
  id: string | number
  text: string
}

async function main(): Promise<void> {
  const { values } = parseArgs({
    options: {
      questions: { type: 'string' },
      content: { type: 'string' },
      json: { type: 'boolean', default: false },
    },
  })
  if (!values.questions) throw new Misuse(USE)
  if (!existsSync(values.questions)) throw new Misuse(`There is no file ${values.questions}.`)
  const listed = readList(values.questions)
  const prepared = values.content
    ? await prepare(
        values.content,
        false,
        ({ file, reason }) => void process.stderr.write(`${file}: ${reason}\n`),
      )
    : undefined
  if (prepared === null) {
    process.stderr.write(`Nothing in ${values.content} could be read.\n`)
    process.exit(2)
  }
  const { questions, placeOf } = distinct(listed, prepared)
  const topics = topicsOf(questions)
  process.stdout.write(
    values.json ? jsonOf(listed, questions, topics, placeOf) : listOf(questions, topics),
  )
}

function readList(file: string): Listed[] {
  return readFileSync(file, 'utf8')
    .split(/\r?\n/)
    .flatMap((line, i): Listed[] => {
      if (line.trim() === '') return []
      const asked = readQuestion(line, i + 1)
      if (!('because' in asked)) return [{ id: asked.id, text: maskPrivate(asked.question) }]
      process.stderr.write(`line ${i + 1}: ${asked.because}\n`)
      return []
    })
}

/** Equal questions once, with how often they came. */
function distinct(
  listed: readonly Listed[],
  prepared: Prepared | undefined,
): { questions: TopicQuestion[]; placeOf: Map<string, number> } {
  const placeOf = new Map<string, number>()
  const questions: (TopicQuestion & { times: number })[] = []
  for (const { text } of listed) {
    const key = keyOf(text)
    const known = placeOf.get(key)
    if (known !== undefined) questions[known]!.times++
    else {
      placeOf.set(key, questions.length)
      questions.push({ text, times: 1, ...(prepared && { near: nearOf(text, prepared) }) })
    }
  }
  return { questions, placeOf }
}

function nearOf(text: string, { index, model }: Prepared): TopicQuestion['near'] {
  return nearItems(answerQuestion(index, text, { threshold: 1, model }).trace)
}

function jsonOf(
  listed: readonly Listed[],
  questions: readonly TopicQuestion[],
  topics: readonly Topic[],
  placeOf: ReadonlyMap<string, number>,
): string {
  const topicOf = new Map(
    topics.flatMap((topic) => topic.members.map((member) => [member, topic] as const)),
  )
  return listed
    .map(({ id, text }) => {
      const { label, words, members } = topicOf.get(placeOf.get(keyOf(text))!)!
      return `${JSON.stringify({ id, question: text, topic: fingerprint(questions[members[0]!]!.text.toLowerCase()), label, words, samples: members.slice(0, 3).map((member) => questions[member]!.text) })}\n`
    })
    .join('')
}

function listOf(questions: readonly TopicQuestion[], topics: readonly Topic[]): string {
  return topics
    .map(
      ({ label, times, members, words }) =>
        `${String(times).padStart(5)}  ${label}  (${words.join(', ')})\n${members
          .slice(1, 4)
          .map((member) => `         ${questions[member]!.text}\n`)
          .join('')}`,
    )
    .join('')
}

function keyOf(text: string): string {
  return text.trim().toLowerCase().replace(/\s+/g, ' ')
}

runCommand(main)

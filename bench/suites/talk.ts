import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import {
  type Answer,
  answerMessage,
  type AskedQuestion,
  blocksText,
  fitOwn,
  type Turn,
  turnOf,
} from '@janua/core'
import { demoArticles } from '../../demo/content.ts'
import { demoGlossary } from '../../demo/documents.ts'
import { bootstrap, mean } from '../bootstrap.ts'
import { type Figure, withLimit } from '../figure.ts'
import { readyIndex, type Way, WAYS } from '../shipped.ts'

const FOLDER = join(import.meta.dirname, '../conversations')
const MONDAY = '2026-11-23'
const THRESHOLD = 0.4

/** What should come of one question: articles that settle it, with words that must be shown; or that nothing does. */
type Wanted =
  { kind: 'settled'; by: string[]; shows?: string } | { kind: 'none' | 'small talk' | 'person' }

interface Conversation {
  file: string
  day: string
  turns: { says: string; wanted: Wanted[] }[]
}

interface Reviewed {
  conversation: Conversation
  says: string
  wanted: Wanted
  right: boolean
  answer?: Answer
}

/** Conversations on Merrow Line with an answer key: every second one was looked at while the engine was tuned, the others were not. */
export async function talkSuite(): Promise<Figure[]> {
  return (await Promise.all(WAYS.map(talkedTo))).flat()
}

async function talkedTo(way: Way): Promise<Figure[]> {
  const reviewed = await reviewAll(way)
  return (['tuning', 'final'] as const).flatMap((half) => {
    const those = reviewed.filter(({ number }) => (number % 2 === 0) === (half === 'tuning'))
    const share = (measure: string, values: readonly number[]): Figure => ({
      suite: 'talk',
      case: `${half} half`,
      subject: way,
      measure,
      value: mean(values),
      ...bootstrap(values, mean),
      unit: 'share',
      n: values.length,
    })
    const questions = those.flatMap(({ results }) => results)
    const right = (some: readonly Reviewed[]) => some.map((each) => (each.right ? 1 : 0))
    const all = share('questions right', right(questions))
    return [
      half === 'final' ? withLimit(all, { atLeast: 0.9 }) : all,
      share(
        'conversations right throughout',
        those.map(({ results }) => (results.every((each) => each.right) ? 1 : 0)),
      ),
      ...[...new Set(those.map(({ file }) => file))].map((file) =>
        share(
          `questions right: ${file}`,
          right(those.filter((each) => each.file === file).flatMap(({ results }) => results)),
        ),
      ),
    ]
  })
}

async function reviewAll(
  way: Way = 'janua',
): Promise<{ number: number; file: string; results: Reviewed[] }[]> {
  const articles = demoArticles()
  const slugs = articles.map(({ slug }) => slug)
  const glossary = await demoGlossary()
  const items = articles.map((article, i) => ({
    ...article,
    id: i + 1,
    revision: i + 1,
    kind: 'article' as const,
  }))
  const index = await readyIndex(way, items, { glossary })
  const model = fitOwn(items, { glossary })
  return readConversations().map((conversation, number) => {
    let turns: Turn[] = []
    const results = conversation.turns.flatMap(({ says, wanted }): Reviewed[] => {
      const reply = answerMessage(index, says, {
        threshold: THRESHOLD,
        model,
        day: conversation.day,
        turns,
      })
      turns = [...turns, ...reply.asked.map(turnOf)]
      return wanted.map((each, i) => ({
        conversation,
        says,
        wanted: each,
        right: isRight(
          each,
          reply,
          reply.asked.length === wanted.length ? reply.asked[i] : undefined,
          slugs,
        ),
        answer: reply.asked[i]?.answer,
      }))
    })
    return { number, file: conversation.file, results }
  })
}

function isRight(
  wanted: Wanted,
  reply: ReturnType<typeof answerMessage>,
  asked: AskedQuestion | undefined,
  slugs: readonly string[],
): boolean {
  if (wanted.kind === 'small talk') return reply.smallTalk !== undefined
  if (wanted.kind === 'person') return reply.wantsPerson && reply.asked.length === 0
  if (!asked) return false
  const { outcome, sources, blocks } = asked.answer
  if (wanted.kind === 'none') return outcome === 'unanswered' || outcome === 'suggested'
  const { by, shows } = wanted as Wanted & { kind: 'settled' }
  const isThere = outcome === 'answered' && by.includes(slugs[sources[0]!.item - 1]!)
  return isThere && (shows === undefined || blocksText(blocks).includes(shows))
}

function readConversations(): Conversation[] {
  return readdirSync(FOLDER)
    .filter((file) => file.endsWith('.txt'))
    .sort()
    .flatMap((file) =>
      readFileSync(join(FOLDER, file), 'utf8')
        .split(/\n\s*\n/)
        .map((block) => read(block, file.replace('.txt', '')))
        .filter(({ turns }) => turns.length > 0),
    )
}

function read(block: string, file: string): Conversation {
  const conversation: Conversation = { file, day: MONDAY, turns: [] }
  for (const line of block.split('\n').filter((each) => each !== '' && !each.startsWith('//'))) {
    if (line.startsWith('@ ')) conversation.day = line.slice(2)
    else if (line.startsWith('> ')) conversation.turns.push({ says: line.slice(2), wanted: [] })
    else conversation.turns.at(-1)!.wanted.push(wantedIn(line.slice(2)))
  }
  return conversation
}

function wantedIn(text: string): Wanted {
  if (text === 'none' || text === 'small talk' || text === 'person') return { kind: text }
  const [, slugs = '', shows] = /^(\S+)(?: "(.+)")?$/.exec(text) ?? []
  return { kind: 'settled', by: slugs.split('|'), ...(shows && { shows }) }
}

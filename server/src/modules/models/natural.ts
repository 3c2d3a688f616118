import type { ContentItem, Language } from '@janua/core'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { CHECKOUT } from '../../platform/checkout.ts'
import { readFolder } from '../library/index.ts'

const HOME = join(CHECKOUT, 'bench/natural')
/** Domains in German; the others are in English. */
const GERMAN = new Set(['buergeramt', 'internet', 'stadtwerke'])

/** A question as somebody typed it who had seen neither the articles nor any engine. */
export interface NaturalQuestion {
  id: string
  /** What it is about: C… is covered by articles, N… is near by and is not. */
  need: string
  text: string
  /** What the same person wrote before, the oldest first. */
  before: string[]
  /** Items that settle it; empty when nothing does. */
  settledBy: ReadonlySet<number>
}

/** What an answer to a question has to say. */
export interface Facts {
  /** Of each group one wording has to stand in the answer, word for word. */
  must: string[][]
  /** What shows that a wrong row or case was answered. */
  not: string[]
  /** Whether the article says it at all. */
  stated: boolean
}

export interface NaturalDomain {
  name: string
  language: Language
  items: ContentItem[]
  questions: NaturalQuestion[]
  facts: ReadonlyMap<string, Facts>
}

/** Names of all domains, in order. */
export function domainNames(): string[] {
  return readdirSync(HOME, { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name)
    .sort()
}

export const languageOf = (name: string): Language => (GERMAN.has(name) ? 'de' : 'en')

/** Reads a domain as an import reads a folder. */
export async function naturalDomain(name: string): Promise<NaturalDomain> {
  const folder = join(HOME, name)
  const { items, files, refused } = await readFolder(join(folder, 'content'))
  const [lost] = refused
  if (lost) throw new Error(`${name}: ${lost.file} could not be read: ${lost.reason}`)
  const itemOf = new Map([...files].map(([item, file]) => [file, item]))
  const key = parsed<Record<string, string[]>>(join(folder, 'key.json'), {})
  const lines = readFileSync(join(folder, 'questions.jsonl'), 'utf8').split('\n').filter(Boolean)
  const questions = lines.map((line): NaturalQuestion => {
    const { id, need, question, conversation } = JSON.parse(line) as {
      id: string
      need: string
      question: string
      conversation?: string[]
    }
    const settledBy = new Set((key[need] ?? []).map((file) => itemOf.get(file)!))
    if (settledBy.has(undefined as never))
      throw new Error(`${name}: ${need} is settled by a file that is not there`)
    return { id, need, text: question, before: conversation ?? [], settledBy }
  })
  const facts = new Map(
    Object.entries(parsed<Record<string, Facts>>(join(folder, 'facts.json'), {})),
  )
  return { name, language: languageOf(name), items, questions, facts }
}

function parsed<T>(path: string, otherwise: T): T {
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as T
  } catch (cause) {
    if ((cause as NodeJS.ErrnoException).code === 'ENOENT') return otherwise
    throw cause
  }
}

import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { load } from 'js-yaml'
import { CHECKOUT } from '../server/src/platform/checkout.ts'
import type { ContentItem } from '@janua/core'

/** The demo's articles, by their path below `content` without the ending. */
export interface DemoArticle extends Omit<ContentItem, 'id' | 'revision' | 'kind'> {
  slug: string
  reviewOn: string | null
}

const HERE = join(CHECKOUT, 'demo')

export function demoArticles(): DemoArticle[] {
  return readdirSync(join(HERE, 'content'), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.md'))
    .sort()
    .map((name) =>
      readArticle(name.replace(/\.md$/, ''), readFileSync(join(HERE, 'content', name), 'utf8')),
    )
}

function readArticle(slug: string, text: string): DemoArticle {
  const [, front, body] = /^---\n([\s\S]*?)\n---\n([\s\S]*)$/.exec(text)!
  const { title, collection, questions, review } = load(front!) as Record<string, unknown>
  return {
    slug,
    title: String(title),
    collection: String(collection),
    phrasings: (questions as string[]) ?? [],
    reviewOn: review ? String(review) : null,
    body: body!,
  }
}

export interface DemoQuestion {
  text: string
  /** Slug of the article that settles it; null when nothing in the content does. */
  settledBy: string | null
  /** Other articles that settle it as well. */
  also: string[]
}

export function demoQuestions(): DemoQuestion[] {
  let settledBy: string | null = null
  const questions: DemoQuestion[] = []
  const also = alsoSettled()
  for (const line of readFileSync(join(HERE, 'questions.txt'), 'utf8').split('\n')) {
    if (line.startsWith('//') || line.trim() === '') continue
    if (line.startsWith('# ')) settledBy = line.slice(2) === 'none' ? null : line.slice(2)
    else questions.push({ text: line, settledBy, also: also.get(line) ?? [] })
  }
  return questions
}

function alsoSettled(): Map<string, string[]> {
  const found = new Map<string, string[]>()
  for (const line of readFileSync(join(HERE, 'also-settled.txt'), 'utf8').split('\n')) {
    const [, text, slug] = /^(?!\/\/)(.*) = (\S+)$/.exec(line) ?? []
    if (text && slug) found.set(text, [...(found.get(text) ?? []), slug])
  }
  return found
}

/** A topic that the content does not cover: so many questions a week, in some weeks of the history. */
export interface PlantedTopic {
  name: string
  aWeek: number
  from: number
  to: number
  /** Asked in the storm weeks alone, and then all the more. */
  storm: boolean
  /** What agents reply to those who ask for a person. */
  replies: string[]
  questions: string[]
}

export function plantedTopics(): PlantedTopic[] {
  const topics: PlantedTopic[] = []
  for (const line of readFileSync(join(HERE, 'planted.txt'), 'utf8').split('\n')) {
    if (line.startsWith('//') || line.trim() === '') continue
    if (line.startsWith('> ')) topics.at(-1)!.replies.push(line.slice(2))
    else if (!line.startsWith('# ')) topics.at(-1)!.questions.push(line)
    else {
      const [name, aWeek, from, to, storm] = line.slice(2).split(', ')
      topics.push({
        name: name!,
        aWeek: Number(aWeek),
        from: Number(from),
        to: Number(to),
        storm: storm === 'storm',
        replies: [],
        questions: [],
      })
    }
  }
  return topics
}

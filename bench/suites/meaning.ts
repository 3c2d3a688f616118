import {
  answerQuestion,
  changeIndex,
  type ContentItem,
  indexRelease,
  passagesOf,
  type ReleaseIndex,
} from '@janua/core'
import { type FindVectors, packVectors, textsOfItem } from '@janua/core/meaning'
import { readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { encodeInThreads } from '../../server/src/modules/answering/encoding.ts'
import { MODELS, readMeaningModels } from '../../server/src/modules/answering/meaningModels.ts'
import { domainNames, languageOf, naturalDomain } from '../../server/src/modules/models/natural.ts'
import { type Figure, quantile, withLimit } from '../figure.ts'
import { vectorSearch } from './vectorSearch.ts'

/** Passages of the larger library; one of 100,000 takes more than a quarter of an hour to lay out. */
const LARGE = 20_000
/** Of the questions every so manieth is asked. */
const STRIDE = 9

/** What understanding costs: texts encoded once, a question answered with all that belongs to it, and the files that ship. */
export async function meaningSuite(): Promise<Figure[]> {
  const { models } = readMeaningModels()
  const articles: ContentItem[] = []
  const questions: string[] = []
  for (const name of domainNames().filter((each) => languageOf(each) === 'en')) {
    const domain = await naturalDomain(name)
    for (const item of domain.items) articles.push({ ...item, id: articles.length + 1 })
    for (const { text, before } of domain.questions) if (before.length === 0) questions.push(text)
  }
  const passages = passagesIn(articles)
  const about = `${articles.length} articles, ${passages} passages`
  const figure = (
    measure: string,
    value: number,
    unit: string,
    { n = 1, named = about, ...limit }: { n?: number; named?: string; atMost?: number } = {},
  ): Figure =>
    withLimit({ suite: 'meaning', case: named, subject: 'janua', measure, value, unit, n }, limit)

  const vectors = new Map<string, Uint8Array>()
  const texts = [...new Set(articles.flatMap((item) => textsOfItem(item).texts))]
  const began = performance.now()
  await encodeInThreads(texts, (some, made) =>
    some.forEach((text, i) => vectors.set(text, made[i]!)),
  )
  const encoding = (performance.now() - began) / 1_000
  const index = indexRelease(articles, { models }, { vectors: (text) => vectors.get(text) })
  const some = questions.filter((_, i) => i % STRIDE === 0)
  const whole = timed(index, some)
  const changing = articles.slice(0, 20).map((item) => {
    const changed = { ...item, body: `${item.body}\n\nThis was changed a moment ago.` }
    const from = performance.now()
    const made = models.en!.sentences!.encode(textsOfItem(changed).texts).map(packVectors)
    const all = new Map(textsOfItem(changed).texts.map((text, i) => [text, made[i]!]))
    const next = changeIndex(index, { put: [changed], vectors: (text) => all.get(text) })
    answerQuestion(next, item.title, { threshold: 0.65 })
    return performance.now() - from
  })

  const { copies, find } = copied(articles, Math.ceil(LARGE / passages), vectors)
  const large = timed(indexRelease(copies, { models }, { vectors: find }), some)
  const named = `${copies.length} articles, ${passagesIn(copies)} passages`
  const bytes = readdirSync(MODELS).reduce(
    (sum, name) => sum + statSync(join(MODELS, name)).size,
    0,
  )
  return [
    figure('encoded on two threads, per 1,000 passages', (encoding / passages) * 1_000, 's', {
      n: passages,
      atMost: 40,
    }),
    figure('one article changed, slowest of 20', Math.max(...changing), 'ms', {
      n: changing.length,
      atMost: 1_000,
    }),
    figure('one question, p50', quantile(whole, 0.5), 'ms', { n: some.length }),
    figure('one question, p95', quantile(whole, 0.95), 'ms', { n: some.length, atMost: 50 }),
    figure('one question, p50', quantile(large, 0.5), 'ms', { n: some.length, named }),
    figure('one question, p95', quantile(large, 0.95), 'ms', { n: some.length, named, atMost: 90 }),
    figure('shipped model files', bytes / 2 ** 20, 'MB', { named: 'models', atMost: 25 }),
    ...vectorSearch(),
  ]
}

function passagesIn(articles: readonly ContentItem[]): number {
  return articles.reduce((sum, item) => sum + passagesOf(item).length, 0)
}

/** Milliseconds of each question, encoded and answered, in rising order; the first few warm up. */
function timed(index: ReleaseIndex, questions: readonly string[]): number[] {
  for (const text of questions.slice(0, 20))
    answerQuestion(index, `${text} please`, { threshold: 0.65 })
  return questions
    .map((text, i) => {
      // A question that nobody asked before: nothing of it is known.
      const asked = `${text} ${'abcdefghij'[i % 10]}`
      const from = performance.now()
      answerQuestion(index, asked, { threshold: 0.65 })
      return performance.now() - from
    })
    .sort((a, b) => a - b)
}

/** The same articles again and again under titles of their own; what is encoded is that of the first. */
function copied(
  articles: readonly ContentItem[],
  times: number,
  vectors: ReadonlyMap<string, Uint8Array>,
): { copies: ContentItem[]; find: FindVectors } {
  const copies = Array.from({ length: times }, (_, copy) =>
    articles.map((item, i) => ({
      ...item,
      id: copy * articles.length + i + 1,
      title: copy === 0 ? item.title : `${item.title} (${copy})`,
    })),
  ).flat()
  return { copies, find: (text) => vectors.get(text.replace(/ \(\d+\)/, '')) ?? vectors.get(text) }
}

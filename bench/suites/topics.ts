import {
  adjustedRand,
  answerQuestion,
  type ContentItem,
  fitOwn,
  indexRelease,
  type Language,
  nearItems,
  pick,
  questionVectors,
  seeded,
  type TopicQuestion,
  topicsOf,
  vMeasure,
} from '@janua/core'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { demoQuestions, plantedTopics } from '../../demo/content.ts'
import { demoLibrary } from '../../demo/documents.ts'
import { bootstrap, mean } from '../bootstrap.ts'
import { domainNames, languageOf, naturalDomain } from '../../server/src/modules/models/natural.ts'
import { articleOf, shelf } from '../content/tasks.ts'
import { type Figure, withLimit } from '../figure.ts'
import { prepared } from '../naturalSubject.ts'
import { type Clusterer, density, janua, kMeans, REACHES } from '../peers/clusterers.ts'

interface Labelled {
  name: string
  questions: TopicQuestion[]
  truth: number[]
}

const MANY = 50_000
const MOST_SECONDS = 60

/** How well questions are put together that ask the same, beside k-means that is told how many topics there are and a density-based peer, on the same vectors. */
export async function topicsSuite(): Promise<Figure[]> {
  const sets = [await demoSet(), await paraphraseSet()]
  return [
    ...sets.flatMap((set) => compared(set.name, [set])),
    ...compared('natural, English', await naturalSets('en')),
    ...compared('natural, German', await naturalSets('de')),
    atSize(sets[0]!),
  ]
}

/** Questions in people’s own words by the need that they tell of, each domain read with models that did not see it. */
async function naturalSets(language: Language): Promise<Labelled[]> {
  const sets: Labelled[] = []
  for (const name of domainNames().filter((each) => languageOf(each) === language)) {
    const domain = await naturalDomain(name)
    const engine = prepared(domain)
    const asked = domain.questions.filter(({ before }) => before.length === 0)
    const needs = [...new Set(asked.map(({ need }) => need))]
    sets.push({
      name,
      questions: asked.map((question) => ({
        text: question.text,
        times: 1,
        near: nearItems(engine.ask(question)?.trace ?? { candidates: [] }),
      })),
      truth: asked.map(({ need }) => needs.indexOf(need)),
    })
  }
  return sets
}

/** Measures of several sets are means, with an interval over sets. */
function compared(name: string, sets: readonly Labelled[]): Figure[] {
  const vectors = sets.map(({ questions }) => questionVectors(questions))
  const counts = sets.map(({ truth }) => new Set(truth).size)
  const scored = (clusterer: Clusterer) =>
    sets.map(({ truth }, i) => {
      const labels = clusterer(vectors[i]!, counts[i]!)
      return {
        rand: adjustedRand(truth, labels),
        v: vMeasure(truth, labels),
        alone: aloneAmong(labels),
      }
    })
  const rands = (all: ReturnType<typeof scored>) => mean(all.map(({ rand }) => rand))
  const dense = REACHES.map((reach) => scored(density(reach))).sort(
    (a, b) => rands(b) - rands(a),
  )[0]!
  const peers = { 'k-means, true k': scored(kMeans), 'DBSCAN, best reach': dense }
  const most = (measure: 'rand' | 'v') =>
    Math.max(...Object.values(peers).map((all) => mean(all.map((each) => each[measure]))))
  return Object.entries({ janua: scored(janua), ...peers }).flatMap(([subject, all]) => {
    const figure = (measure: string, values: readonly number[]): Figure => ({
      suite: 'topics',
      case: `${name}, ${mean(counts)} topics${sets.length > 1 ? ' each' : ''}`,
      subject,
      measure,
      value: mean(values),
      unit: 'share',
      n: sets.reduce((sum, { questions }) => sum + questions.length, 0),
      ...(values.length > 1 && bootstrap(values, mean)),
    })
    const limited = (measure: string, kind: 'rand' | 'v') => {
      const own = figure(
        measure,
        all.map((each) => each[kind]),
      )
      return subject === 'janua' ? withLimit(own, { atLeast: most(kind) }) : own
    }
    return [
      limited('adjusted Rand index', 'rand'),
      limited('V-measure', 'v'),
      figure(
        'alone',
        all.flatMap(({ alone }) => alone),
      ),
    ]
  })
}

function aloneAmong(labels: readonly number[]): number[] {
  const sizes = new Map<number, number>()
  for (const label of labels) sizes.set(label, (sizes.get(label) ?? 0) + 1)
  return labels.map((label) => (sizes.get(label) === 1 ? 1 : 0))
}

/** The demo's questions: those of planted topics with the topic, the others with the article that settles them. */
async function demoSet(): Promise<Labelled> {
  const settled = demoQuestions().flatMap(({ text, settledBy }) =>
    settledBy === null ? [] : [{ text, topic: settledBy }],
  )
  const planted = plantedTopics().flatMap(({ name, questions }) =>
    questions.map((text) => ({ text, topic: `planted ${name}` })),
  )
  return labelled(
    'demo, by planted topic or the article that settles',
    [...settled, ...planted],
    await demoLibrary(),
  )
}

/** Paraphrases of the headings of question-and-answer pages: two of each were made as unlike each other as possible. */
async function paraphraseSet(): Promise<Labelled> {
  let topic = ''
  const asked: { text: string; topic: string }[] = []
  for (const line of readFileSync(join(import.meta.dirname, '../paraphrases.txt'), 'utf8').split(
    '\n',
  )) {
    if (line.startsWith('//') || line.trim() === '') continue
    if (line.startsWith('# ')) topic = line
    else asked.push({ text: line, topic })
  }
  const { sections } = await shelf('topics', 'en', ['python faq'])
  return labelled(
    'paraphrases',
    asked,
    sections.map((section, i) => articleOf(section, i + 1)),
  )
}

function labelled(
  name: string,
  asked: readonly { text: string; topic: string }[],
  library: readonly ContentItem[],
): Labelled {
  const index = indexRelease(library)
  const model = fitOwn(library)
  const numbers = new Map<string, number>()
  const numberOf = (topic: string) => {
    if (!numbers.has(topic)) numbers.set(topic, numbers.size)
    return numbers.get(topic)!
  }
  const near = (text: string) =>
    nearItems(answerQuestion(index, text, { threshold: 1, model }).trace)
  return {
    name,
    questions: asked.map(({ text }) => ({ text, times: 1, near: near(text) })),
    truth: asked.map(({ topic }) => numberOf(topic)),
  }
}

/** The demo's questions again and again, each with three words more out of many, until there are so many different ones. */
function atSize({ questions }: Labelled): Figure {
  const random = seeded(9)
  const words = Array.from({ length: 6_000 }, () =>
    Array.from(
      { length: 3 },
      () => pick([...'bdfgklmnprst'], random) + pick([...'aeiou'], random),
    ).join(''),
  )
  const many = Array.from({ length: MANY }, (_, i): TopicQuestion => ({
    text: `${questions[i % questions.length]!.text} ${pick(words, random)} ${pick(words, random)}`,
    times: 1,
    near: questions[i % questions.length]!.near,
  }))
  const began = performance.now()
  topicsOf(many)
  return withLimit(
    {
      suite: 'topics',
      case: `${MANY} different questions`,
      subject: 'janua',
      measure: 'a full pass',
      value: (performance.now() - began) / 1_000,
      unit: 's',
      n: MANY,
    },
    { atMost: MOST_SECONDS },
  )
}

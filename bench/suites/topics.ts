import {
  adjustedRand,
  answerQuestion,
  type ContentItem,
  fitOwn,
  indexRelease,
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
import { articleOf, shelf } from '../content/tasks.ts'
import { type Figure, withLimit } from '../figure.ts'
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
  return [...sets.flatMap(compared), atSize(sets[0]!)]
}

function compared({ name, questions, truth }: Labelled): Figure[] {
  const vectors = questionVectors(questions)
  const count = new Set(truth).size
  const scored = (clusterer: Clusterer) => {
    const labels = clusterer(vectors, count)
    return { labels, rand: adjustedRand(truth, labels), v: vMeasure(truth, labels) }
  }
  const dense = REACHES.map((reach) => scored(density(reach))).sort((a, b) => b.rand - a.rand)[0]!
  const subjects = {
    janua: scored(janua),
    'k-means, true k': scored(kMeans),
    'DBSCAN, best reach': dense,
  }
  const best = {
    rand: Math.max(subjects['k-means, true k'].rand, dense.rand),
    v: Math.max(subjects['k-means, true k'].v, dense.v),
  }
  return Object.entries(subjects).flatMap(([subject, { labels, rand, v }]) => {
    const figure = (measure: string, value: number): Figure => ({
      suite: 'topics',
      case: `${name}, ${count} topics`,
      subject,
      measure,
      value,
      unit: 'share',
      n: questions.length,
    })
    const sizes = new Map<number, number>()
    for (const label of labels) sizes.set(label, (sizes.get(label) ?? 0) + 1)
    const alone = labels.map((label) => (sizes.get(label) === 1 ? 1 : 0))
    const own = subject === 'janua'
    return [
      own
        ? withLimit(figure('adjusted Rand index', rand), { atLeast: best.rand })
        : figure('adjusted Rand index', rand),
      own ? withLimit(figure('V-measure', v), { atLeast: best.v }) : figure('V-measure', v),
      { ...figure('alone', mean(alone)), ...bootstrap(alone, mean) },
    ]
  })
}

/** The demo's questions: those of planted topics with the topic, the others with the article that settles them. */
export async function demoSet(): Promise<Labelled> {
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
export async function paraphraseSet(): Promise<Labelled> {
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
  const near = (text: string) => nearItems(answerQuestion(index, text, { sill: 1, model }).trace)
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

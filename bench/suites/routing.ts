import { withTables } from '../../demo/allTables.ts'
import {
  type PastHandover,
  route,
  type Routing,
  type RoutingAndClassifier,
  likeliest,
  trainClassifier,
  type QueueClassifier,
  type RoutedExample,
  situationOf,
  wilson,
} from '@janua/core'
import { seedDemo } from '../../demo/seed.ts'
import { createJanua } from '../../server/src/app.ts'
import { exampleOf } from '../../server/src/modules/handover/queueLearning.ts'
import { domainNames, languageOf, naturalDomain } from '../../server/src/modules/models/natural.ts'
import type { Figure } from '../figure.ts'
import { onDatabase } from '../house.ts'
import { FoldEngine } from '../naturalSubject.ts'

const TODAY = '2026-11-23'
/** Hand-overs are split by time: the older ones are learnt from, the younger ones tested. */
const LEARNT_SHARE = 0.75
const SURE = 0.5

/** A past hand-over with the queue that the generator holds to be right, whatever agents said of it. */
interface Truth extends PastHandover {
  truth: number
}

/**
 * Routing on the demo's history, held against the generator's own right queues, which Janua never sees: the rules alone, the classifier alone,
 * and both, each learnt from what agents confirmed and moved before and tested on what came after.
 */
export async function routingSuite(): Promise<Figure[]> {
  return [...(await onDemo()), ...(await onNatural())]
}

function onDemo(): Promise<Figure[]> {
  return onDatabase(async (db) => {
    const opens = new Date(`${TODAY}T10:00:00Z`)
    const { truth } = await seedDemo(db, { today: TODAY, opens, progress: () => undefined })
    const janua = withTables(
      createJanua({ db, sessionSecret: 'bench', clock: { now: () => opens } }),
    )
    const rows = await janua.tables.handovers.findAll({ order: [['id', 'ASC']] })
    const past = rows.flatMap(({ id, conversationId, situation, rightQueue, rightBy }): Truth[] =>
      rightBy && truth.has(conversationId)
        ? [{ id, situation, right: rightQueue!, by: rightBy, truth: truth.get(conversationId)! }]
        : [],
    )
    const routing = (await janua.answering.engine.live())!.routing!
    await janua.close()
    return measured(past, routing)
  })
}

/** Teams of a natural domain: each is asked about so many of its needs. */
const NEEDS_OF_A_TEAM = 10
/**
 * Natural questions, told apart by the team whose needs they are about, with models that did not see the domain: every other question is
 * learnt from, the rest is tested.
 */
async function onNatural(): Promise<Figure[]> {
  const words: boolean[] = []
  const meanings: boolean[] = []
  for (const name of domainNames().filter((each) => languageOf(each) === 'en')) {
    const { models } = new FoldEngine(name)
    const { questions } = await naturalDomain(name)
    const known = questions
      .filter(({ need, before }) => need.startsWith('C') && before.length === 0)
      .map(({ need, text }) => ({
        queue: Math.floor((Number(need.slice(1)) - 1) / NEEDS_OF_A_TEAM),
        text,
      }))
    for (const [hits, by] of [
      [words, {}],
      [meanings, models],
    ] as const) {
      const examples = known.map(({ queue, text }): RoutedExample => ({
        situation: situationOf([], ANYWHERE, { said: [text], models: by }),
        queue,
        weight: 1,
      }))
      const classifier = trainClassifier(examples.filter((_, i) => i % 2 === 0))!
      const tested = examples.filter((_, i) => i % 2 === 1)
      hits.push(
        ...tested.map(
          ({ situation, queue }) => likeliest(classifier, situation)[0]!.queue === queue,
        ),
      )
    }
  }
  const where = 'natural questions, one of four teams, half of them learnt from'
  return [
    share('right first time', 'classifier by words alone', words, where),
    share('right first time', 'classifier by words and meaning', meanings, where),
  ]
}
const ANYWHERE = { language: 'en', door: 1, told: {}, hour: 10, contacts: 0 } as const

function measured(past: readonly Truth[], routing: Routing): Figure[] {
  const learnt = past.slice(0, Math.floor(past.length * LEARNT_SHARE))
  const tested = past.slice(learnt.length)
  const classifier = trainClassifier(learnt.map(exampleOf))!
  const byWords = trainClassifier(learnt.map(exampleOf).map(withoutMeaning))!
  const alone: Routing = { rules: [], lastResort: routing.lastResort, learnedAtLeast: 0 }
  const wordsFirst = routing.rules.filter(({ conditions }) =>
    conditions.every(({ on }) => on === 'words'),
  )
  const looksLike = classifier.queues.map((queue): Routing['rules'][number] => ({
    name: `looks like ${queue}`,
    join: 'all',
    conditions: [{ on: 'looks like', queue, atLeast: SURE }],
    queue,
  }))
  const subjects: [string, RoutingAndClassifier][] = [
    ['rules alone', { routing: { ...routing, learnedAtLeast: null } }],
    ['classifier by words alone', { routing: alone, classifier: byWords }],
    ['classifier alone', { routing: alone, classifier }],
    ['rules, then classifier', { routing: { ...routing, learnedAtLeast: SURE }, classifier }],
    [
      'rules by words, classifier, the other rules',
      {
        routing: { ...routing, rules: [...wordsFirst, ...looksLike, ...routing.rules] },
        classifier,
      },
    ],
  ]
  return [
    ...subjects.map(([subject, each]) =>
      share(
        'right first time, by the generator',
        subject,
        tested.map(
          ({ situation, truth }) => route(situation, each.routing, each.classifier).queue === truth,
        ),
      ),
    ),
    ...surely(tested, classifier),
    share(
      'agents’ word agrees with the generator',
      'confirmed or moved',
      past.filter(({ by }) => by !== 'unmoved').map(({ right, truth }) => right === truth),
    ),
    share(
      'agents’ word agrees with the generator',
      'merely not moved',
      past.filter(({ by }) => by === 'unmoved').map(({ right, truth }) => right === truth),
    ),
  ]
}

function withoutMeaning({ situation, ...example }: RoutedExample): RoutedExample {
  const { meaning: _, ...known } = situation
  return { ...example, situation: known }
}

/** Whether the classifier is as right as it is sure, where it is sure and where it is not. */
function surely(tested: readonly Truth[], classifier: QueueClassifier): Figure[] {
  const best = tested.map(({ situation, truth }) => ({
    ...likeliest(classifier, situation)[0]!,
    truth,
  }))
  return [
    [0, 0.5],
    [0.5, 0.8],
    [0.8, 1.01],
  ].flatMap(([from, to]) => {
    const some = best.filter(({ p }) => p >= from! && p < to!)
    if (some.length === 0) return []
    const promised = some.reduce((sum, { p }) => sum + p, 0) / some.length
    return [
      share(
        `right, where it is ${promised.toFixed(2)} sure`,
        'classifier',
        some.map(({ queue, truth }) => queue === truth),
      ),
    ]
  })
}

function share(
  measure: string,
  subject: string,
  hits: readonly boolean[],
  where = 'demo, hand-overs of the last quarter',
): Figure {
  const right = hits.filter(Boolean).length
  const { low, high } = wilson(right, hits.length)
  return {
    suite: 'routing',
    case: where,
    subject,
    measure,
    value: right / hits.length,
    low,
    high,
    unit: 'share',
    n: hits.length,
  }
}

import {
  type PastHandover,
  route,
  type Routing,
  type RoutingAndClassifier,
  likeliest,
  trainClassifier,
  type QueueClassifier,
  wilson,
} from '@janua/core'
import { seedDemo } from '../../demo/seed.ts'
import { createJanua } from '../../server/src/janua.ts'
import { exampleOf } from '../../server/src/handover/routingDesk.ts'
import type { Figure } from '../figure.ts'
import { onDatabase } from '../house.ts'

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
export function routingSuite(): Promise<Figure[]> {
  return onDatabase(async (db) => {
    const opens = new Date(`${TODAY}T10:00:00Z`)
    const { truth } = await seedDemo(db, { today: TODAY, opens, progress: () => undefined })
    const janua = createJanua({ db, sessionSecret: 'bench', clock: { now: () => opens } })
    const rows = await janua.tables.handovers.findAll({ order: [['id', 'ASC']] })
    const past = rows.flatMap(({ id, conversationId, situation, rightQueue, rightBy }): Truth[] =>
      rightBy && truth.has(conversationId)
        ? [{ id, situation, right: rightQueue!, by: rightBy, truth: truth.get(conversationId)! }]
        : [],
    )
    const routing = (await janua.engine.live())!.routing!
    await janua.close()
    return measured(past, routing)
  })
}

function measured(past: readonly Truth[], routing: Routing): Figure[] {
  const learnt = past.slice(0, Math.floor(past.length * LEARNT_SHARE))
  const tested = past.slice(learnt.length)
  const classifier = trainClassifier(learnt.map(exampleOf))!
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
    [
      'classifier alone',
      { routing: { rules: [], lastResort: routing.lastResort, learnedAtLeast: 0 }, classifier },
    ],
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

function share(measure: string, subject: string, hits: readonly boolean[]): Figure {
  const right = hits.filter(Boolean).length
  const { low, high } = wilson(right, hits.length)
  return {
    suite: 'routing',
    case: 'demo, hand-overs of the last quarter',
    subject,
    measure,
    value: right / hits.length,
    low,
    high,
    unit: 'share',
    n: hits.length,
  }
}

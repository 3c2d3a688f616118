import { meaningOf, type PastHandover, type QueueClassifier, type RoutedExample } from '@janua/core'
import type { MeaningModels } from '@janua/core/meaning'
import { Op } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { inThread } from '../../platform/jobs/startThread.ts'
import { Turns } from '../../platform/jobs/turns.ts'
import type { Handovers } from './handOverLog.ts'
import type { HandoverTables } from './tables.ts'

export type QueueLearnOrder = readonly RoutedExample[]

/** New hand-overs with a known right queue after which the classifier is learnt anew. */
const ANEW_AFTER = 20
/** Hand-overs of before are given their meaning some at a time. */
const MEANT_AT_ONCE = 300
/** How far back that goes: so many are learnt from. */
const MEANT_BACK = 5_000

/** Weak evidence counts a quarter. */
const UNMOVED_WEIGHT = 0.25

export function exampleOf({ situation, right, by }: PastHandover): RoutedExample {
  return { situation, queue: right, weight: by === 'unmoved' ? UNMOVED_WEIGHT : 1 }
}

/** Learns in a thread of its own which queue is right; null with too few examples. */
export function learnQueues(examples: readonly RoutedExample[]): Promise<QueueClassifier | null> {
  return inThread<QueueLearnOrder, QueueClassifier | null>(
    new URL('./queueLearnThread.ts', import.meta.url),
    examples,
  )
}

/**
 * Learns the right queue from hand-overs, in a thread of its own, anew as moves and confirmations come in. What is learnt is kept beside the
 * draft; the lead puts it into the routing of the draft, where it is proved and published like any other change.
 */
export class QueueLearning {
  private running: Promise<void> | undefined
  /** Hand-overs from this one on have their meaning. */
  private filledTo = Number.MAX_SAFE_INTEGER
  private looked = 0

  constructor(
    private readonly dependencies: {
      tables: HandoverTables
      handovers: Handovers
      /** What words are understood by. */
      models: MeaningModels
      clock: Clock
    },
  ) {}

  tick(): Promise<void> {
    return (this.running ??= this.fillIn()
      .then(() => this.learn(ANEW_AFTER))
      .finally(() => (this.running = undefined)))
  }

  /** Learns from what there is now. @param least hand-overs since the last time */
  async learn(least = 1): Promise<void> {
    const { tables, handovers, clock } = this.dependencies
    const [known, last] = await Promise.all([
      handovers.known(),
      tables.queueModels.findOne({ order: [['id', 'DESC']] }),
    ])
    if (known - (last?.examples ?? 0) < least) return
    const past = await handovers.past()
    const model = await learnQueues(past.map(exampleOf))
    if (model) await tables.queueModels.create({ model, examples: known, createdAt: clock.now() })
  }

  /** Hand-overs from before words had a meaning, or from before another encoder, are given it now. */
  private async fillIn(): Promise<void> {
    const { tables, models } = this.dependencies
    const encoders = Object.values(models).flatMap(({ sentences }) => sentences?.id ?? [])
    if (encoders.length === 0 || this.looked >= MEANT_BACK) return
    const rows = await tables.handovers.findAll({
      where: { id: { [Op.lt]: this.filledTo } },
      order: [['id', 'DESC']],
      limit: MEANT_AT_ONCE,
    })
    const turns = new Turns()
    for (const row of rows) {
      const { situation } = row
      if (!encoders.includes(situation.meaning?.encoder ?? '')) {
        const meaning = meaningOf(situation, models)
        if (meaning) await row.update({ situation: { ...situation, meaning } })
      }
      await turns.give()
    }
    this.filledTo = rows.at(-1)?.id ?? 0
    this.looked += rows.length > 0 ? rows.length : MEANT_BACK
  }
}

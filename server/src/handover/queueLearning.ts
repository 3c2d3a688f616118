import type { QueueClassifier, RoutedExample } from '@janua/core'
import type { Clock } from '../clock.ts'
import { inThread } from '../jobs/startThread.ts'
import type { Handovers } from './handovers.ts'
import type { HandoverTables } from './models.ts'
import { exampleOf } from './routingDesk.ts'

export type QueueLearnOrder = readonly RoutedExample[]

/** New hand-overs with a known right queue after which the classifier is learnt anew. */
const ANEW_AFTER = 20

/**
 * Learns the right queue from hand-overs, in a thread of its own, anew as moves and confirmations come in. What is learnt is kept beside the
 * draft; the lead puts it into the routing of the draft, where it is proved and published like any other change.
 */
export class QueueLearning {
  private running: Promise<void> | undefined

  constructor(
    private readonly needs: { tables: HandoverTables; handovers: Handovers; clock: Clock },
  ) {}

  tick(): Promise<void> {
    return (this.running ??= this.learn(ANEW_AFTER).finally(() => (this.running = undefined)))
  }

  /** Learns from what there is now. @param least hand-overs since the last time */
  async learn(least = 1): Promise<void> {
    const { tables, handovers, clock } = this.needs
    const [known, last] = await Promise.all([
      handovers.known(),
      tables.queueModels.findOne({ order: [['id', 'DESC']] }),
    ])
    if (known - (last?.examples ?? 0) < least) return
    const past = await handovers.past()
    const model = await inThread<QueueLearnOrder, QueueClassifier | null>(
      new URL('./queueLearnThread.ts', import.meta.url),
      past.map(exampleOf),
    )
    if (model) await tables.queueModels.create({ model, examples: known, createdAt: clock.now() })
  }
}

import type {
  Proof,
  QueueModelView,
  RoutingDraft,
  RoutingProof,
  RoutingShare,
} from '@janua/contracts'
import {
  movesSaved,
  type PastHandover,
  type RoutingAndClassifier,
  type RoutingResult,
  routingResult,
  ruleUse,
  type Routing,
  strongestSigns,
} from '@janua/core'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import type { Handovers } from './handOverLog.ts'
import type { HandoverTables, QueueModelRow } from './tables.ts'
import { exampleOf, learnQueues } from './queueLearning.ts'
import type { Actor } from '../accounts/index.ts'
import type { CompiledRelease, EngineHost } from '../answering/index.ts'
import { type Draft, type LivePointer, type ReleaseViews, summarise } from '../releases/index.ts'

interface Dependencies {
  tables: HandoverTables
  read: Pick<ReleaseViews, 'items'>
  handovers: Handovers
  engine: EngineHost
  draft: Draft
  live: LivePointer
}

/** Of the past, oldest first, this share is learnt from when learning is put to the test; the rest is what it is tested on. */
const LEARNT_SHARE = 0.75
const SIGNS = 8

/** Routing as the lead edits it: part of the draft, and proved on past hand-overs before it is published. */
export class RoutingDesk {
  constructor(private readonly dependencies: Dependencies) {}

  async read(): Promise<RoutingDraft> {
    const { tables, read, draft, live } = this.dependencies
    const row = await read.items.first({ where: { kind: 'routing' } })
    if (!row) throw problem('NOT_FOUND')
    const { item, revision, content } = await draft.read<Routing>(row.id, 'routing')
    const { state } = await live.changeStateOf(item, revision.id)
    const [inUse, newest] = await Promise.all([
      content.model ? tables.queueModels.findByPk(content.model) : null,
      tables.queueModels.findOne({ order: [['id', 'DESC']] }),
    ])
    return {
      ...content,
      id: item.id,
      revision: revision.id,
      state,
      inUse: inUse && modelView(inUse),
      newest: newest && modelView(newest),
      rulesAlone: await this.rulesAlone(content),
    }
  }

  /** How often the rules and the last resort alone were right, on the hand-overs that a classifier is held out from. */
  private async rulesAlone(content: Routing): Promise<{ n: number; right: number }> {
    const past = await this.dependencies.handovers.past()
    const routing = { ...content, model: null, learnedAtLeast: null }
    const { n, right, unmoved } = routingResult(past, { routing })
    return { n: n + unmoved.n, right: right + unmoved.right }
  }

  async save(
    actor: Actor,
    { base, ready, ...content }: Routing & { base: number; ready: boolean },
  ): Promise<RoutingDraft> {
    await this.refuseUnknown(content)
    const { id } = await this.read()
    await this.dependencies.draft.save(actor, id, 'routing', {
      content,
      summary: summarise('routing', content),
      base,
      ready,
    })
    return this.read()
  }

  /** Rules as they stand on the page, put to the proof on every past hand-over whose right queue is known, beside the live ones. */
  async prove(routing: Routing): Promise<RoutingProof> {
    await this.refuseUnknown(routing)
    const { handovers, engine, tables } = this.dependencies
    const [past, live, classifier] = await Promise.all([
      handovers.past(),
      engine.live(),
      engine.classifierOf(routing),
    ])
    const draft: RoutingAndClassifier = { routing, classifier }
    const published: RoutingAndClassifier = {
      routing: live?.routing ?? { rules: [], lastResort: routing.lastResort },
      classifier: live?.classifier,
    }
    const result = routingResult(past, draft)
    const first = past[0] && (await tables.handovers.findByPk(past[0].id))
    return {
      handovers: past.length,
      since: first?.at.toISOString() ?? null,
      draft: share(result),
      live: share(routingResult(past, published)),
      unmoved: result.unmoved,
      by: result.by,
      cells: result.cells,
      rules: ruleUse(past, draft).map(({ decides, ...use }) => ({
        ...use,
        decides: decides.length,
      })),
      ...movesSaved(past, published, draft),
      learned: await learnedThenTested(past, routing),
    }
  }

  /** What a release would do to past hand-overs, beside what is live; null when it routes as the live one does. */
  async compare({
    routing,
    classifier,
  }: Pick<CompiledRelease, 'routing' | 'classifier'>): Promise<Proof['routing']> {
    const { engine, handovers } = this.dependencies
    const live = await engine.live()
    if (!routing || !live?.routing || JSON.stringify(routing) === JSON.stringify(live.routing))
      return null
    const past = await handovers.past()
    const [before, after] = [
      { routing: live.routing, classifier: live.classifier },
      { routing, classifier },
    ]
    const { saved, caused } = movesSaved(past, before, after)
    return {
      before: share(routingResult(past, before)),
      after: share(routingResult(past, after)),
      saved: saved.length,
      caused: caused.length,
    }
  }

  private async refuseUnknown({ rules, lastResort, model }: Routing): Promise<void> {
    const { tables } = this.dependencies
    const known = new Set(
      (await tables.queues.findAll({ where: { archivedAt: null } })).map(({ id }) => id),
    )
    const looked = rules.flatMap(({ conditions }) =>
      conditions.flatMap((condition) => (condition.on === 'looks like' ? condition.queue : [])),
    )
    const missing = [lastResort, ...rules.map((rule) => rule.queue), ...looked].find(
      (id) => !known.has(id),
    )
    if (missing !== undefined) throw problem('QUEUE_NOT_FOUND', missing)
    if (model && !(await tables.queueModels.findByPk(model)))
      throw problem('INVALID', phrase('refusals.classifierGone', { id: model }))
  }
}

/** Rules alone, a classifier alone and both, tested on hand-overs later than those that were learnt from. */
async function learnedThenTested(
  past: readonly PastHandover[],
  routing: Routing,
): Promise<RoutingProof['learned']> {
  const learnt = past.slice(0, Math.floor(past.length * LEARNT_SHARE))
  const tested = past.slice(learnt.length)
  const classifier = await learnQueues(learnt.map(exampleOf))
  if (!classifier) return null
  const bare = { rules: [], lastResort: routing.lastResort, learnedAtLeast: 0 }
  return {
    tested: tested.filter(({ by }) => by !== 'unmoved').length,
    rules: share(routingResult(tested, { routing: { ...routing, learnedAtLeast: null } })),
    classifier: share(routingResult(tested, { routing: bare, classifier })),
    both: share(
      routingResult(tested, {
        routing: { ...routing, learnedAtLeast: routing.learnedAtLeast ?? DEFAULT_LEARNED },
        classifier,
      }),
    ),
  }
}
/** How sure the classifier is to be before the last resort, where the lead has not said. */
const DEFAULT_LEARNED = 0.5
function share({ n, right, share: { low, high } }: RoutingResult): RoutingShare {
  return { n, right, low, high }
}

function modelView({ id, model, examples, createdAt }: QueueModelRow): QueueModelView {
  return {
    id,
    examples,
    madeAt: createdAt.toISOString(),
    heldOut: model.heldOut ?? null,
    signs: model.queues.map((queue) => ({
      queue,
      signs: strongestSigns(model, queue, SIGNS).map(({ sign }) => sign),
    })),
  }
}

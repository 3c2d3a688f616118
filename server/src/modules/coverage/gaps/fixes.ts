import type { GapEffect, GapFixInput, GapFixView, GapWorkInput } from '@janua/contracts'
import { fixStanding } from '@janua/core'
import type { Sequelize, Transaction } from 'sequelize'
import type { Clock } from '../../../platform/clock.ts'
import type { Row } from '../../../platform/database/tables.ts'
import type { Events } from '../../../platform/events.ts'
import { problem } from '../../../platform/http/problems.ts'
import type { CoverageTables, GapFixRow } from '../tables.ts'
import type { Topics } from '../topics/service.ts'
import { type LastAsked, lastAsked } from './asked.ts'
import type { Effects } from './effect.ts'
import type { Actor, Audit } from '../../accounts/index.ts'
import type { CompiledRelease, EngineHost } from '../../answering/index.ts'
import type { Doors } from '../../doors/index.ts'
import type { Articles } from '../../library/index.ts'
import { expectedRight, reviewedWorth } from '../../questions/index.ts'
import type { ReleaseViews } from '../../releases/index.ts'

interface Dependencies {
  db: Sequelize
  tables: CoverageTables
  read: Pick<ReleaseViews, 'items'>
  topics: Topics
  articles: Articles
  doors: Doors
  engine: EngineHost
  effects: Effects
  users: { nameOf(id: number | null): Promise<string> }
  audit: Audit
  events: Events
  clock: Clock
}

const ASKED = 60
/** From so many later questions on, these alone say whether a fix holds; before, the topic's earlier ones are asked again with them. */
const ENOUGH_LATER = 20

/** Fixes of gaps: put into the draft, promised, and held to their promise by what is asked later. */
export class GapFixes {
  constructor(private readonly dependencies: Dependencies) {}

  /** Puts a fix into the draft, and promises what the draft now does with the topic's questions. */
  async make(
    actor: Actor,
    topic: number,
    input: GapFixInput,
  ): Promise<{ fix: GapFixView; effect: GapEffect }> {
    const { db, topics, effects, audit, events } = this.dependencies
    const { label } = await topics.find(topic)
    const fix = await db.transaction(async (transaction) => {
      const item = await this.put(actor, input, transaction)
      await audit.note(
        actor,
        'put a fix of a gap into the draft',
        label,
        { topic, kind: input.kind, item },
        transaction,
      )
      return this.noted(actor, { topic, kind: input.kind, item }, transaction)
    })
    events.tell('draft', { item: fix.itemId })
    // What it promises can be told once the draft has it.
    const effect = await effects.ofDraft(await this.asked(topic), 0)
    await fix.update({
      promise: effect.n === 0 ? 0 : effect.after / effect.n,
      promisedOn: effect.n,
    })
    return { fix: await this.view(fix), effect }
  }

  /** Writes down a fix that promises nothing yet, in the place of one that was made of the same item before. */
  private async noted(
    actor: Actor,
    { topic, kind, item }: { topic: number; kind: GapFixInput['kind']; item: number },
    transaction: Transaction,
  ): Promise<Row<GapFixRow>> {
    const { tables, read, clock } = this.dependencies
    await tables.gapFixes.destroy({
      where: { topicId: topic, state: 'in draft', itemId: item },
      transaction,
    })
    const { draftRevision } = (await read.items.find(item, transaction))!
    return tables.gapFixes.create(
      {
        topicId: topic,
        kind,
        itemId: item,
        revisionId: draftRevision!,
        promise: 0,
        promisedOn: 0,
        state: 'in draft',
        standing: null,
        releaseId: null,
        createdBy: actor.id,
        createdAt: clock.now(),
        publishedAt: null,
        fixedAt: null,
      },
      { transaction },
    )
  }

  /** Who works on a gap until when; or that it will not be covered, with the reply that is given instead. */
  async setWork(actor: Actor, topic: number, input: GapWorkInput): Promise<void> {
    const { tables, topics, audit, clock } = this.dependencies
    const { label } = await topics.find(topic)
    if (input.state === 'open') {
      await tables.gapWork.destroy({ where: { topicId: topic } })
      await this.undecline(actor, label)
    } else if (input.state === 'in work')
      await tables.gapWork.upsert({
        topicId: topic,
        state: 'in work',
        userId: input.user ?? actor.id,
        until: input.until ?? null,
        reason: '',
        reply: '',
        updatedAt: clock.now(),
      })
    else {
      await tables.gapWork.upsert({
        topicId: topic,
        state: 'will not cover',
        userId: actor.id,
        until: null,
        reason: input.reason,
        reply: input.reply ?? '',
        updatedAt: clock.now(),
      })
      if (input.reply) await this.decline(actor, topic, label, input.reply)
    }
    await audit.note(actor, `gap ${input.state}`, label, { topic, ...input })
  }

  /**
   * Asks the questions of every published fix again of the live release, and looks at what was asked since.
   * @param which only those that came with this release, for whoever waits for them; the others are a matter of some time
   */
  async prove(which: 'all' | 'new' = 'all'): Promise<GapFixView[]> {
    const { db, tables, engine, clock } = this.dependencies
    const live = await engine.live()
    if (!live) return []
    const worthNow = reviewedWorth(db)
    const changed: GapFixView[] = []
    for (const fix of await tables.gapFixes.findAll()) {
      const isThere = live.content.some(
        ({ item, revision }) => item === fix.itemId && revision >= fix.revisionId,
      )
      if (!isThere) {
        if (fix.state !== 'in draft')
          changed.push(
            await this.view(
              await fix.update({
                state: 'in draft',
                publishedAt: null,
                fixedAt: null,
                standing: null,
                releaseId: null,
              }),
            ),
          )
        continue
      }
      if (which === 'new' && fix.state !== 'in draft') continue
      const publishedAt = fix.publishedAt ?? clock.now()
      const { right, n } = await this.rightSince(fix, publishedAt, { live, worthNow })
      const standing = fixStanding({
        promise: fix.promise,
        right,
        n,
        wasFixed: fix.state === 'fixed',
      })
      const state =
        standing.state === 'fixed'
          ? 'fixed'
          : standing.state === 'reopened'
            ? 'reopened'
            : fix.state === 'reopened'
              ? 'reopened'
              : 'published'
      const before = fix.state
      await fix.update({
        state,
        standing,
        publishedAt,
        releaseId: fix.releaseId ?? live.number,
        fixedAt: state === 'fixed' ? (fix.fixedAt ?? clock.now()) : fix.fixedAt,
      })
      if (before === state) continue
      changed.push(await this.view(fix))
      if (state === 'reopened') await this.tellReopened(fix)
    }
    return changed
  }

  /** The newest fix of each topic. */
  async newest(): Promise<Map<number, Row<GapFixRow>>> {
    const fixes = await this.dependencies.tables.gapFixes.findAll({ order: [['id', 'ASC']] })
    return new Map(fixes.map((fix) => [fix.topicId, fix]))
  }

  async ofTopic(topic: number): Promise<GapFixView[]> {
    const fixes = await this.dependencies.tables.gapFixes.findAll({
      where: { topicId: topic },
      order: [['id', 'DESC']],
      limit: 10,
    })
    return Promise.all(fixes.map((fix) => this.view(fix)))
  }

  private async put(actor: Actor, input: GapFixInput, transaction: Transaction): Promise<number> {
    const { articles } = this.dependencies
    if (input.kind === 'write')
      return (await articles.put(actor, input.content, transaction)).item.id
    if (input.kind === 'teach') {
      for (const phrasing of input.phrasings)
        await articles.teach(actor, input.item, phrasing, true, transaction)
      return input.item
    }
    const { title, collection, phrasings, reviewOn, holds } = await articles.read(input.item)
    const known = new Set(phrasings.map((each) => each.toLowerCase()))
    const added = input.phrasings.filter((each) => !known.has(each.toLowerCase()))
    const edited = {
      title,
      collection,
      reviewOn,
      ...(holds && { holds }),
      phrasings: [...phrasings, ...added],
      body: input.body,
      base: input.base,
      ready: true,
    }
    await articles.save(actor, input.item, edited, transaction)
    return input.item
  }

  /** Expected right among what was asked since, by its real outcomes; with the earlier questions asked again while these are few. */
  async rightSince(
    fix: Pick<GapFixRow, 'topicId' | 'releaseId'>,
    since: Date,
    { live, worthNow }: { live: CompiledRelease; worthNow: ReturnType<typeof reviewedWorth> },
  ): Promise<{ right: number; n: number }> {
    const asked = {
      where:
        "q.topic_id = :topic AND q.asked_at > :since AND q.release_id >= :release AND q.channel <> 'imported'",
      replacements: { topic: fix.topicId, since, release: fix.releaseId ?? live.number },
    }
    const own = (
      await expectedRight(this.dependencies.db, { by: 'q.topic_id', ...asked }, worthNow)
    ).get(fix.topicId) ?? { n: 0, right: 0 }
    if (own.n >= ENOUGH_LATER) return own
    return this.dependencies.effects.rightOf(live, await this.asked(fix.topicId))
  }

  private async asked(topic: number): Promise<LastAsked[]> {
    return (await lastAsked(this.dependencies.db, [topic], ASKED, new Set())).get(topic)!
  }

  private async tellReopened(fix: GapFixRow): Promise<void> {
    const { tables, clock } = this.dependencies
    const now = clock.now()
    await tables.alerts.bulkCreate(
      [
        {
          kind: 'gap reopened',
          subject: String(fix.topicId),
          day: now.toISOString().slice(0, 10),
          detail: { topic: fix.topicId, standing: fix.standing },
          seen: false,
          createdAt: now,
        },
      ],
      { ignoreDuplicates: true },
    )
  }

  /** The reply is given at every door by a rule of what is never talked about, from the topic's own wordings; it goes into the draft. */
  private async decline(actor: Actor, topic: number, label: string, reply: string): Promise<void> {
    const wordings = await this.dependencies.topics.wordings(topic, MOST_PHRASES)
    if (wordings.length === 0) throw problem('TOPIC_NOT_FOUND', topic)
    const rule = {
      about: ruleOf(label),
      phrases: wordings.map(({ norm }) => norm.slice(0, 120)),
      reply: { en: reply, de: reply },
    }
    await this.eachDoor(actor, (declines) => [
      ...declines.filter(({ about }) => about !== rule.about),
      rule,
    ])
  }

  private async undecline(actor: Actor, label: string): Promise<void> {
    await this.eachDoor(actor, (declines) =>
      declines.filter(({ about }) => about !== ruleOf(label)),
    )
  }

  private async eachDoor(
    actor: Actor,
    change: (declines: readonly Decline[]) => Decline[],
  ): Promise<void> {
    const { doors } = this.dependencies
    for (const {
      id,
      revision,
      state: _state,
      published: _published,
      ...content
    } of await doors.list()) {
      const declines = change(content.rules.declines)
      if (JSON.stringify(declines) !== JSON.stringify(content.rules.declines))
        await doors.save(actor, id, {
          ...content,
          rules: { ...content.rules, declines },
          base: revision,
          ready: true,
        })
    }
  }

  private async view({
    id,
    kind,
    itemId,
    promise,
    promisedOn,
    state,
    standing,
    releaseId,
    createdBy,
    createdAt,
  }: GapFixRow): Promise<GapFixView> {
    const item = await this.dependencies.read.items.find(itemId)
    return {
      id,
      kind,
      item: { id: itemId, title: item?.title ?? '', itemKind: item?.kind ?? 'article' },
      promise,
      promisedOn,
      state,
      standing,
      release: releaseId,
      by: await this.dependencies.users.nameOf(createdBy),
      at: createdAt.toISOString(),
    }
  }
}

const MOST_PHRASES = 20
/** What a door's rule about a topic is called. */
const ruleOf = (label: string) => label.slice(0, 80)
type Decline = Awaited<ReturnType<Doors['list']>>[number]['rules']['declines'][number]

import type { TopicInput, TopicList, TopicsState } from '@janua/contracts'
import { mondayOf, wallClock } from '@janua/core'
import { Op, type Sequelize, type Transaction } from 'sequelize'
import { selectRows } from '../../../platform/database/select.ts'
import type { Clock } from '../../../platform/clock.ts'
import { addressOf } from '../../../platform/database/connect.ts'
import type { Row } from '../../../platform/database/tables.ts'
import type { Events } from '../../../platform/events.ts'
import { problem } from '../../../platform/http/problems.ts'
import { phrase } from '../../../platform/language/phrases.ts'
import { inThread } from '../../../platform/jobs/startThread.ts'
import type { Rollup } from '../figures/rollup.ts'
import type { CoverageTables, TopicRow, TopicWordingRow } from '../tables.ts'
import type { Passed } from './pass.ts'
import { hashOf } from './wordings.ts'
import type { TopicsOrder } from './topicsThread.ts'
import type { Settings } from '../../../platform/settings.ts'
import type { Actor, Audit } from '../../accounts/index.ts'
import type { AskedQuestions, Reporting } from '../../questions/index.ts'

interface Dependencies {
  settings: Settings
  db: Sequelize
  tables: CoverageTables
  rollup: Rollup
  asked: Pick<AskedQuestions, 'takeTopics'>
  reporting: Reporting
  audit: Audit
  events: Events
  clock: Clock
  /** Lets the job of the topics run now. */
  wake(): void
}

const NAME = 'topics'
const DAY_MS = 86_400_000
/** When so large a share of the wordings waits, a full pass is worth its time. */
const WAITING_SHARE = 0.25

interface Done {
  at: string
  question: number
  passed: Passed
}

/** The topics of what is asked: found by passes in a thread, corrected by the lead. */
export class Topics {
  private running: Promise<void> | undefined
  private regroupWanted = false

  constructor(private readonly dependencies: Dependencies) {}

  async state(): Promise<TopicsState> {
    const done = await this.done()
    return {
      running: this.running !== undefined,
      at: done?.at ?? null,
      wordings: done?.passed.wordings ?? 0,
      topics: done?.passed.topics ?? 0,
      alone: done?.passed.alone ?? 0,
    }
  }

  /** New questions join; every day, and when many wait, everything is grouped anew. */
  async tick(): Promise<void> {
    if (this.running) return
    if (this.regroupWanted) {
      await this.pass('full')
      this.regroupWanted = false
      return
    }
    const [done, last] = await Promise.all([this.done(), this.lastQuestion()])
    if (
      last === 0 ||
      (done &&
        done.question === last &&
        +this.dependencies.clock.now() - Date.parse(done.at) < DAY_MS)
    )
      return
    const waits = done ? done.passed.alone / Math.max(1, done.passed.wordings) : 1
    await this.pass(
      !done ||
        +this.dependencies.clock.now() - Date.parse(done.at) >= DAY_MS ||
        (waits > WAITING_SHARE && done.question * 1.1 < last)
        ? 'full'
        : 'small',
    )
  }

  async close(): Promise<void> {
    await this.running?.catch(() => undefined)
  }

  /** A full pass now, at the lead's word. */
  async regroup(actor: Actor): Promise<void> {
    if (this.running) throw problem('TOPICS_RUNNING')
    await this.dependencies.audit.note(actor, 'regrouped the topics', 'All questions', {})
    this.regroupWanted = true
    this.dependencies.wake()
  }

  async pass(kind: TopicsOrder['kind']): Promise<void> {
    const { db, settings, clock, events } = this.dependencies
    while (this.running) await this.running
    const work = async () => {
      const [last, before, now] = [await this.lastQuestion(), await this.done(), clock.now()]
      const passed = await inThread<TopicsOrder, Passed>(
        new URL('./topicsThread.ts', import.meta.url),
        { address: addressOf(db), kind, now },
      )
      await this.spread()
      const done: Done = {
        at: kind === 'full' ? now.toISOString() : (before?.at ?? now.toISOString()),
        question: last,
        passed:
          kind === 'full' ? passed : { ...passed, topics: before?.passed.topics ?? passed.topics },
      }
      await settings.write(NAME, done)
      events.tell('topics', { topics: passed.topics })
    }
    this.running = work().finally(() => (this.running = undefined))
    await this.running
  }

  /** Topics by name, for filters and for choosing where questions belong. */
  async list(search: string): Promise<TopicList> {
    const like = `%${search.replace(/[%_\\]/g, '\\$&')}%`
    return selectRows<TopicList[number]>(
      this.dependencies.db,
      `SELECT t.id, t.label, CAST(COALESCE(SUM(w.times), 0) AS INTEGER) AS times FROM topics t LEFT JOIN topic_wordings w ON w.topic_id = t.id WHERE t.gone_at IS NULL AND t.label LIKE :like GROUP BY t.id ORDER BY times DESC, t.id LIMIT 200`,
      { like },
    )
  }

  /** @param transaction in which it is to be changed: nobody else changes it meanwhile */
  async find(id: number, transaction?: Transaction): Promise<Row<TopicRow>> {
    const topic = await this.dependencies.tables.topics.findOne({
      where: { id, goneAt: null },
      ...(transaction && { lock: true, transaction }),
    })
    if (!topic) throw problem('TOPIC_NOT_FOUND', id)
    return topic
  }

  /** The topic of a wording that was asked before; a new one waits for the next pass. */
  async ofWording(norm: string, transaction: Transaction): Promise<number | null> {
    return (
      (
        await this.dependencies.tables.topicWordings.findByPk(hashOf(norm), {
          attributes: ['topicId'],
          transaction,
        })
      )?.topicId ?? null
    )
  }

  /** Every topic by its name, for those who choose among them. */
  async names(): Promise<{ id: number; name: string }[]> {
    const rows = await this.dependencies.tables.topics.findAll({
      attributes: ['id', 'label'],
      where: { goneAt: null },
      order: [['label', 'ASC']],
    })
    return rows.map(({ id, label }) => ({ id, name: label }))
  }

  wordings(id: number, limit?: number, transaction?: Transaction): Promise<Row<TopicWordingRow>[]> {
    return this.dependencies.tables.topicWordings.findAll({
      where: { topicId: id },
      order: [
        ['place', 'ASC'],
        ['times', 'DESC'],
        ['normHash', 'ASC'],
      ],
      limit,
      transaction,
    })
  }

  /** Corrects a topic; it holds at once and in every pass to come. */
  async correct(actor: Actor, id: number, input: TopicInput): Promise<{ topic: number }> {
    const made = await this.dependencies.db.transaction(async (transaction) => {
      const topic = await this.find(id, transaction)
      const { label } = topic
      const changed = await this.change(actor, topic, input, transaction)
      await this.dependencies.audit.note(
        actor,
        ACTIONS[input.action],
        label,
        { topic: id, ...input },
        transaction,
      )
      return changed
    })
    await this.spread()
    return { topic: made }
  }

  /** All of a correction, or nothing of it. */
  private async change(
    actor: Actor,
    topic: Row<TopicRow>,
    input: TopicInput,
    transaction: Transaction,
  ): Promise<number> {
    switch (input.action) {
      case 'rename':
        await topic.update({ label: input.label, named: true }, { transaction })
        return topic.id
      case 'pin':
        await topic.update({ pinned: input.pinned }, { transaction })
        return topic.id
      case 'merge': {
        const into = await this.find(input.into, transaction)
        if (into.id === topic.id) throw problem('INVALID', phrase('refusals.topicWithItself'))
        const from = await this.wordings(topic.id, undefined, transaction)
        const [there] = await this.wordings(into.id, 1, transaction)
        if (there) await this.rule(actor, 'together', from, there.normHash, transaction)
        await this.move(from, into.id, transaction)
        await topic.update({ goneAt: this.dependencies.clock.now() }, { transaction })
        return into.id
      }
      case 'split': {
        const chosen = await this.chosen(topic, input.wordings, transaction)
        const made = await this.dependencies.tables.topics.create(
          {
            label: chosen[0]!.text.slice(0, 300),
            words: [],
            named: false,
            pinned: false,
            createdAt: this.dependencies.clock.now(),
            goneAt: null,
          },
          { transaction },
        )
        await this.part(actor, topic, chosen, transaction)
        await this.rule(actor, 'together', chosen.slice(1), chosen[0]!.normHash, transaction)
        await this.move(chosen, made.id, transaction)
        return made.id
      }
      case 'move': {
        const into = await this.find(input.into, transaction)
        const chosen = await this.chosen(topic, input.wordings, transaction)
        const [there] = await this.wordings(into.id, 1, transaction)
        await this.part(actor, topic, chosen, transaction)
        if (there) await this.rule(actor, 'together', chosen, there.normHash, transaction)
        await this.move(chosen, into.id, transaction)
        return into.id
      }
    }
  }

  private async chosen(
    topic: TopicRow,
    hashes: readonly string[],
    transaction: Transaction,
  ): Promise<Row<TopicWordingRow>[]> {
    const chosen = await this.dependencies.tables.topicWordings.findAll({
      where: { topicId: topic.id, normHash: [...hashes] },
      order: [['place', 'ASC']],
      lock: true,
      transaction,
    })
    if (chosen.length === 0) throw problem('INVALID', phrase('refusals.chooseQuestion'))
    if (
      chosen.length ===
      (await this.dependencies.tables.topicWordings.count({
        where: { topicId: topic.id },
        transaction,
      }))
    )
      throw problem('INVALID', phrase('refusals.oneMustStay'))
    return chosen
  }

  /** The chosen ones are kept apart from the first of those that stay; what was said of them before no longer holds. */
  private async part(
    actor: Actor,
    topic: TopicRow,
    chosen: readonly TopicWordingRow[],
    transaction: Transaction,
  ): Promise<void> {
    const hashes = chosen.map(({ normHash }) => normHash)
    const stays = (await this.wordings(topic.id, undefined, transaction)).find(
      ({ normHash }) => !hashes.includes(normHash),
    )!
    await this.dependencies.tables.topicRulings.destroy({
      where: { kind: 'together', [Op.or]: [{ a: hashes }, { b: hashes }] },
      transaction,
    })
    await this.rule(actor, 'apart', chosen, stays.normHash, transaction)
  }

  private async rule(
    actor: Actor,
    kind: 'together' | 'apart',
    some: readonly TopicWordingRow[],
    other: string,
    transaction: Transaction,
  ): Promise<void> {
    const createdAt = this.dependencies.clock.now()
    await this.dependencies.tables.topicRulings.bulkCreate(
      some
        .filter(({ normHash }) => normHash !== other)
        .map(({ normHash }) => ({ kind, a: normHash, b: other, createdBy: actor.id, createdAt })),
      { transaction },
    )
  }

  private async move(
    some: readonly Row<TopicWordingRow>[],
    to: number,
    transaction: Transaction,
  ): Promise<void> {
    await this.dependencies.tables.topicWordings.update(
      { topicId: to },
      { where: { normHash: some.map(({ normHash }) => normHash) }, transaction },
    )
  }

  /** Gives every question the topic of its wording, and marks the weeks whose figures that changes. */
  private async spread(): Promise<void> {
    const { asked, rollup, reporting } = this.dependencies
    const { zone } = await reporting.read()
    const days = await asked.takeTopics()
    if (days.length === 0) return
    const clock = wallClock(zone)
    await rollup.markWeeks([
      ...new Set(
        days
          .flatMap(({ first, last }) => [first, last])
          .map((at) => mondayOf(clock(new Date(at)).day)),
      ),
    ])
  }

  private async done(): Promise<Done | undefined> {
    return this.dependencies.settings.read<Done>(NAME)
  }

  private async lastQuestion(): Promise<number> {
    const [row] = await selectRows<{ last: number | null }>(
      this.dependencies.db,
      'SELECT MAX(id) AS last FROM questions',
    )
    return Number(row?.last ?? 0)
  }
}

const ACTIONS = {
  rename: 'renamed a topic',
  pin: 'pinned a topic',
  merge: 'put topics together',
  split: 'split a topic',
  move: 'moved questions to another topic',
} as const

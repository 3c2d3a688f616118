import type { Sequelize } from 'sequelize'
import { type Audit, JANUA } from '../accounts/audit.ts'
import type { EngineHost } from '../answering/engineHost.ts'
import type { Clock } from '../clock.ts'
import type { CoverageTables } from '../coverage/models.ts'
import type { Events } from '../events.ts'
import type { ContentTables } from '../library/models.ts'
import type { ReleaseTables } from '../releases/models.ts'
import type { ConversationTables } from './models.ts'
import { normOf } from './respond.ts'

interface Needs {
  db: Sequelize
  tables: ConversationTables & CoverageTables & ReleaseTables & Pick<ContentTables, 'revisions'>
  engine: EngineHost
  audit: Audit
  events: Events
  clock: Clock
}

/** What a visitor's words have become elsewhere: phrasings that were taught from them, judgements, checks and replays. */
export class Erasure {
  constructor(private readonly needs: Needs) {}

  /**
   * Takes words out of everything that was made of them, old releases too, which then say that they are redacted. Words that
   * somebody else asked as well are not this visitor's alone, and stay.
   */
  async redact(texts: readonly string[]): Promise<void> {
    const { tables, engine, audit, events } = this.needs
    const byNorm = new Map(texts.map((text) => [normOf(text), text]))
    const others = await tables.questions.findAll({
      attributes: ['norm'],
      where: { norm: [...byNorm.keys()] },
      group: ['norm'],
      raw: true,
    })
    for (const { norm } of others) byNorm.delete(norm)
    if (byNorm.size === 0) return
    const norms = [...byNorm.keys()]
    await tables.judgements.destroy({ where: { norm: norms } })
    await tables.mends.destroy({ where: { norm: norms } })
    await tables.replayResults.destroy({ where: { norm: norms } })
    await this.redactTopics(norms)
    const checks = await tables.checks.findAll()
    for (const check of checks)
      if (check.messages.some((message) => byNorm.has(normOf(message)))) await check.destroy()
    const redacted = await this.redactRevisions(byNorm)
    if (redacted === 0) return
    engine.forget()
    await audit.note(JANUA, 'redacted', `${redacted} versions`, { because: 'a visitor was erased' })
    events.tell('draft', { item: 0 })
  }

  /** A topic that was named by the visitor's words is named by another's, or is gone with them. */
  private async redactTopics(norms: readonly string[]): Promise<void> {
    const { tables, clock } = this.needs
    const theirs = await tables.topicWordings.findAll({ where: { norm: [...norms] } })
    await tables.topicWordings.destroy({ where: { norm: [...norms] } })
    for (const topicId of new Set(theirs.flatMap(({ topicId }) => topicId ?? []))) {
      const next = await tables.topicWordings.findOne({
        where: { topicId },
        order: [
          ['place', 'ASC'],
          ['times', 'DESC'],
        ],
      })
      await tables.topics.update(
        next
          ? { label: next.text.slice(0, 300) }
          : { label: 'redacted', words: [], goneAt: clock.now() },
        { where: { id: topicId, named: false } },
      )
    }
  }

  private async redactRevisions(byNorm: ReadonlyMap<string, string>): Promise<number> {
    const { db, tables, clock } = this.needs
    const likes = [...byNorm.values()].map(
      (text) =>
        `content LIKE ${db.escape(
          `%${JSON.stringify(text)
            .slice(1, -1)
            .replace(/[%_\\]/g, '\\$&')}%`,
        )}`,
    )
    const revisions = await tables.revisions.findAll({
      where: db.literal(`(${likes.join(' OR ')})`) as never,
    })
    let redacted = 0
    for (const revision of revisions) {
      const content = without(revision.content, (phrasing) => byNorm.has(normOf(phrasing)))
      if (JSON.stringify(content) === JSON.stringify(revision.content)) continue
      await revision.update({ content, redactedAt: clock.now() })
      redacted++
    }
    return redacted
  }
}

/** The content with every list of phrasings cleared of some. */
function without(value: unknown, isGone: (phrasing: string) => boolean): unknown {
  if (Array.isArray(value)) return value.map((each) => without(each, isGone))
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(
    Object.entries(value).map(([key, each]) => [
      key,
      key === 'phrasings' && Array.isArray(each)
        ? each.filter((phrasing: string) => !isGone(phrasing))
        : without(each, isGone),
    ]),
  )
}

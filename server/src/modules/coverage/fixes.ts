import type { ArticleCreate, FixInput, FixView } from '@janua/contracts'
import { answerQuestion } from '@janua/core'
import type { Sequelize, Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import type { Events } from '../../platform/events.ts'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import type { CoverageTables, FixRow } from './tables.ts'
import type { Actor, Audit } from '../accounts/index.ts'
import {
  answerText,
  type CompiledRelease,
  type EngineHost,
  settingsAt,
  understood,
} from '../answering/index.ts'
import type { Articles } from '../library/index.ts'
import type { QuestionViews } from '../questions/index.ts'
import type { ReleaseViews } from '../releases/index.ts'

interface Dependencies {
  db: Sequelize
  tables: CoverageTables
  read: Pick<QuestionViews, 'questions'> & Pick<ReleaseViews, 'items'>
  articles: Articles
  engine: EngineHost
  users: { nameOf(id: number | null): Promise<string> }
  audit: Audit
  events: Events
  clock: Clock
}

/** Fixes of unanswered questions, and the proof that they hold: the same question asked again of the live release. */
export class Fixes {
  constructor(private readonly dependencies: Dependencies) {}

  /** Puts a fix into the draft: a phrasing taught, a fixed answer or an article written. */
  async make(actor: Actor, input: FixInput): Promise<FixView> {
    const { db, tables, read, audit, events, clock } = this.dependencies
    const asked = await read.questions.first({
      where: { norm: input.norm },
      order: [['id', 'DESC']],
    })
    if (!asked) throw problem('INVALID', phrase('refusals.nobodyAsked'))
    const fix = await db.transaction(async (transaction) => {
      const item = await this.put(actor, input, transaction)
      await tables.fixes.destroy({ where: { norm: input.norm, state: 'in draft' }, transaction })
      await audit.note(
        actor,
        'fixed in the draft',
        asked.text,
        { kind: input.kind, item },
        transaction,
      )
      return tables.fixes.create(
        {
          norm: input.norm,
          text: asked.text.slice(0, 300),
          kind: input.kind,
          itemId: item,
          doorId: asked.doorId,
          state: 'in draft',
          proof: null,
          createdBy: actor.id,
          createdAt: clock.now(),
          fixedAt: null,
        },
        { transaction },
      )
    })
    events.tell('draft', { item: fix.itemId })
    return this.view(fix)
  }

  /**
   * Asks every fixed question again of the live release. Fixed is what the fix's own item answers; what no longer is so opens again.
   * @returns the fixes that became fixed, or are so no more
   */
  async prove(): Promise<FixView[]> {
    const { tables, engine, clock } = this.dependencies
    const release = await engine.live()
    if (!release) return []
    const proven: FixView[] = []
    for (const fix of await tables.fixes.findAll()) {
      if (fix.proof?.release === release.number) continue // a release never changes, so neither does what it answers
      if (release.index.docsOf(fix.itemId).length === 0 && fix.state === 'in draft') continue
      const proof = await this.ask(release, fix)
      const holds = proof.outcome === 'answered' && proof.item === fix.itemId
      const { item: _item, ...shown } = proof
      const changed = holds !== (fix.state === 'fixed')
      await fix.update({
        proof: shown,
        state: holds ? 'fixed' : 'in draft',
        fixedAt: holds ? (fix.fixedAt ?? clock.now()) : null,
      })
      if (changed) proven.push(await this.view(fix))
    }
    return proven
  }

  async byNorm(norms: readonly string[]): Promise<Map<string, FixView>> {
    const fixes = await this.dependencies.tables.fixes.findAll({
      where: { norm: [...norms] },
      order: [['id', 'ASC']],
    })
    return new Map(
      await Promise.all(fixes.map(async (fix) => [fix.norm, await this.view(fix)] as const)),
    )
  }

  private async put(actor: Actor, input: FixInput, transaction: Transaction): Promise<number> {
    const { articles } = this.dependencies
    if (input.kind === 'phrasing')
      return (await articles.teach(actor, input.item, input.text, true, transaction)).id
    const content = withPhrasing({ ...input.content, kind: input.kind }, input.text)
    return (await articles.put(actor, content, transaction)).item.id
  }

  private async ask(release: CompiledRelease, { text, doorId }: Pick<FixRow, 'text' | 'doorId'>) {
    const door = release.doors.find(({ id }) => id === doorId) ?? release.doors[0]
    if (!door) throw problem('DOOR_NOT_FOUND', String(doorId))
    const settings = settingsAt(release, door, this.dependencies.clock.now())
    const answer = await understood(release.index, () =>
      answerQuestion(release.index, text, settings),
    )
    const source = answer.sources[0]
    return {
      release: release.number,
      outcome: answer.outcome,
      confidence: answer.confidence,
      text: answerText(answer, door, 'en').slice(0, 600),
      from: source?.title ?? null,
      at: this.dependencies.clock.now().toISOString(),
      item: source?.item ?? null,
    }
  }

  private async view({
    id,
    kind,
    itemId,
    createdBy,
    createdAt,
    proof,
  }: Row<FixRow>): Promise<FixView> {
    const item = await this.dependencies.read.items.find(itemId)
    return {
      id,
      kind,
      item: { id: itemId, title: item?.title ?? '' },
      by: await this.dependencies.users.nameOf(createdBy),
      at: createdAt.toISOString(),
      proof,
    }
  }
}

function withPhrasing(content: ArticleCreate, text: string): ArticleCreate {
  const known = content.phrasings.some((each) => each.toLowerCase() === text.toLowerCase())
  return known ? content : { ...content, phrasings: [...content.phrasings, text] }
}

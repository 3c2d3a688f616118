import type {
  ContentKind,
  FailedFinding,
  FindingKind,
  FoundPassage,
  FoundSide,
  Health,
} from '@janua/contracts'
import {
  type ContentItem,
  type FoundConflict,
  passagesOf,
  type Passage,
  type Place,
} from '@janua/core'
import { DateTime } from 'luxon'
import { Op, QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../../platform/clock.ts'
import { startThread } from '../../../platform/jobs/startThread.ts'
import { LEFT_ALONE } from '../sites/leftAlone.ts'
import type { Links } from './links.ts'
import type { HealthComputed, HealthOrder } from './thread.ts'
import { sha256 } from '../../../platform/hash.ts'
import type { HealthTables } from './tables.ts'
import type { LibraryTables } from '../tables.ts'
import type { SiteTables } from '../sites/tables.ts'
import type { Actor, Audit } from '../../accounts/index.ts'
import type { EngineHost } from '../../answering/index.ts'
import { type Draft, summarise } from '../../releases/index.ts'

interface Dependencies {
  db: Sequelize
  tables: HealthTables & LibraryTables & SiteTables
  draft: Draft
  engine: EngineHost
  links: Links
  audit: Audit
  clock: Clock
}

interface Computed extends HealthComputed {
  key: string
  at: Date
  items: Map<number, ContentItem>
}

const UNUSED_DAYS = 60
const SHOWN = 300
const HEAP_MB = 2_000

/** What needs care in the draft. Comparing everything with everything is done in a thread, once for each state of the draft. */
export class HealthCheck {
  private computed: Computed | undefined
  private computing: Promise<void> | undefined

  constructor(private readonly dependencies: Dependencies) {}

  async read(): Promise<Health> {
    const compiled = await this.dependencies.engine.draft()
    const key = compiled.key
    if (this.computed?.key !== key) this.start(key)
    const kept = new Set(
      (await this.dependencies.tables.healthKept.findAll({ attributes: ['finding'] })).map(
        ({ finding }) => finding,
      ),
    )
    const open = <F extends { key: string }>(findings: F[]) =>
      findings.filter((finding) => !kept.has(finding.key)).slice(0, SHOWN)
    const [overdue, unused, links, failed] = await Promise.all([
      this.overdue(),
      this.unused(),
      this.brokenLinks(),
      this.failed(),
    ])
    return {
      computing: this.computing !== undefined,
      computedAt: this.computed?.at.toISOString() ?? null,
      seconds: this.computed ? this.computed.seconds.comparing + this.computed.seconds.reaching : 0,
      passages: this.computed?.passages ?? 0,
      ...(await this.linkState()),
      ...(this.computed
        ? onlyOpen(this.compared(this.computed), open)
        : { conflicts: [], copies: [], unanswerable: [] }),
      overdue: open(overdue),
      unused: open(unused),
      links: open(links),
      failed: open(failed),
    }
  }

  /** Items with a passage that contradicts another's, as far as that was computed last. */
  async conflicting(): Promise<ReadonlySet<number>> {
    return new Set((this.computed?.conflicts ?? []).flatMap(({ a, b }) => [a.item, b.item]))
  }

  /** Waits until what is being computed is there. */
  async settled(): Promise<void> {
    await this.computing
  }

  /** The lead says that a finding is meant so; it comes back when one of its texts changes. */
  async keep(actor: Actor, kind: FindingKind, key: string): Promise<void> {
    await this.dependencies.tables.healthKept.upsert({
      finding: key,
      kind,
      userId: actor.id,
      createdAt: this.dependencies.clock.now(),
    })
    await this.dependencies.audit.note(actor, 'left a health finding as it is', kind, { key })
  }

  /** Looked at and still right: the next look is some months from today. */
  async reviewed(actor: Actor, id: number, months: number): Promise<void> {
    const { draft, clock } = this.dependencies
    const { item, revision, content } = await draft.read<Record<string, unknown>>(id, [
      'article',
      'fixed',
      'document',
    ])
    const changed = {
      ...content,
      reviewOn: DateTime.fromJSDate(clock.now()).plus({ months }).toISODate(),
    }
    await draft.save(actor, id, item.kind, {
      content: changed,
      summary: summarise(item.kind, changed),
      base: revision.id,
      ready: true,
    })
  }

  private start(key: string): void {
    if (this.computing) return
    this.computing = this.compute(key)
      .catch(() => undefined)
      .finally(() => (this.computing = undefined))
  }

  private async compute(key: string): Promise<void> {
    const { engine, clock } = this.dependencies
    const compiled = await engine.draft()
    const items = await engine.contentOf(compiled)
    const order: HealthOrder = {
      items,
      glossary: compiled.glossary.map(({ term, also }) => ({ term, also })),
      used: await this.usedLately(items),
    }
    const result = await new Promise<HealthComputed>((done, failed) => {
      const worker = startThread(new URL('./thread.ts', import.meta.url), order, {
        maxOldGenerationSizeMb: HEAP_MB,
      })
      worker.once('message', (message: HealthComputed) => {
        done(message)
        void worker.terminate()
      })
      worker.once('error', failed)
      worker.once('exit', () => failed(new Error('the comparison was broken off')))
    })
    this.computed = {
      ...result,
      key,
      at: clock.now(),
      items: new Map(items.map((item) => [item.id, item])),
    }
  }

  private compared({
    copies,
    conflicts,
    unreached,
    items,
  }: Computed): Pick<Health, 'copies' | 'conflicts' | 'unanswerable'> {
    const passages = new Map<number, Passage[]>()
    const show = ({ item: id, ordinal }: Place): FoundPassage => {
      const item = items.get(id)!
      if (!passages.has(id)) passages.set(id, passagesOf(item))
      const { path, page, text } = passages.get(id)![ordinal]!
      return { item: id, kind: item.kind, title: item.title, path, page, ordinal, text }
    }
    const side = ({ text, marks, ...place }: FoundConflict['a']): FoundSide => ({
      ...show(place),
      states: text,
      marks,
    })
    return {
      conflicts: conflicts.map(({ a, b, on }) => ({
        key: keyOf('conflict', a.text, b.text),
        on,
        a: side(a),
        b: side(b),
      })),
      copies: copies.map(({ a, b, likeness }) => ({
        key: keyOf('copy', show(a).text, show(b).text),
        likeness,
        a: show(a),
        b: show(b),
      })),
      unanswerable: unreached.map((place) => ({
        key: keyOf('unanswerable', show(place).text),
        passage: show(place),
      })),
    }
  }

  private async usedLately(items: readonly ContentItem[]): Promise<string[]> {
    const current = new Map(items.map(({ id, revision }) => [id, revision]))
    const rows = await this.select<{ item: number; revision: number; ordinal: number }>(
      "SELECT DISTINCT item_id AS item, revision_id AS revision, ordinal FROM questions WHERE outcome = 'answered' AND asked_at >= :since AND item_id IS NOT NULL",
    )
    return rows
      .filter(({ item, revision }) => current.get(item) === revision)
      .map(({ item, ordinal }) => `${item} ${ordinal}`)
  }

  private async overdue(): Promise<Health['overdue']> {
    const rows = await this.select<{
      id: number
      kind: ContentKind
      title: string
      reviewOn: string
      lastUsed: Date | null
    }>(
      `SELECT i.id, i.kind, i.title, i.review_on AS reviewOn, MAX(q.asked_at) AS lastUsed FROM items i LEFT JOIN questions q ON q.item_id = i.id AND q.outcome = 'answered'
       WHERE i.draft_revision IS NOT NULL AND i.review_on <= :today AND i.kind IN ('article', 'fixed', 'document') GROUP BY i.id ORDER BY i.review_on`,
    )
    return rows.map(({ id, kind, title, reviewOn, lastUsed }) => ({
      key: keyOf('overdue', String(id), reviewOn),
      item: id,
      kind,
      title,
      since: reviewOn,
      lastUsed: iso(lastUsed),
    }))
  }

  /** Published for so long, and no answer was taken from it in all that time. */
  private async unused(): Promise<Health['unused']> {
    const rows = await this.select<{
      id: number
      kind: ContentKind
      title: string
      since: Date
      lastUsed: Date | null
    }>(
      `SELECT i.id, i.kind, i.title, MIN(r.created_at) AS since, (SELECT MAX(q.asked_at) FROM questions q WHERE q.item_id = i.id AND q.outcome = 'answered') AS lastUsed
       FROM items i JOIN release_items p ON p.item_id = i.id JOIN releases r ON r.id = p.release_id
       WHERE i.draft_revision IS NOT NULL AND i.kind IN ('article', 'fixed', 'document') GROUP BY i.id HAVING since <= :since AND (lastUsed IS NULL OR lastUsed < :since) ORDER BY since, i.title`,
    )
    return rows.map(({ id, kind, title, since, lastUsed }) => ({
      key: keyOf('unused', String(id), iso(lastUsed) ?? iso(since)!),
      item: id,
      kind,
      title,
      since: iso(since)!,
      lastUsed: iso(lastUsed),
    }))
  }

  private async brokenLinks(): Promise<Health['links']> {
    const { tables, links } = this.dependencies
    const broken = await tables.linkChecks.findAll({ where: { state: 'broken' } })
    if (broken.length === 0) return []
    const usedBy = await links.all()
    return broken.flatMap(({ address, because, checkedAt }) =>
      (usedBy.get(address) ?? []).map(({ item, kind, title }) => ({
        key: keyOf('link', String(item), address, because),
        item,
        kind: kind as ContentKind,
        title,
        address,
        because,
        checkedAt: checkedAt.toISOString(),
      })),
    )
  }

  private async linkState(): Promise<Pick<Health, 'linksCheckedAt' | 'uncheckedHosts'>> {
    const checks = await this.dependencies.tables.linkChecks.findAll({
      order: [['checkedAt', 'DESC']],
    })
    const hosts = checks
      .filter(({ state }) => state === 'unchecked')
      .map(({ address }) => new URL(address).host)
    return {
      linksCheckedAt: checks[0]?.checkedAt.toISOString() ?? null,
      uncheckedHosts: [...new Set(hosts)].sort().slice(0, 20),
    }
  }

  /** Sites whose newest reading failed, as a whole or on some pages, and imports that were broken off lately. */
  private async failed(): Promise<FailedFinding[]> {
    const { tables, clock } = this.dependencies
    const sites = await tables.sites.findAll()
    const bySite = await Promise.all(
      sites.map(async ({ id, address }) => ({
        id,
        address,
        last: await tables.siteReadings.findOne({
          where: { siteId: id, state: { [Op.ne]: 'dropped' } },
          order: [['id', 'DESC']],
        }),
      })),
    )
    const failedSites = bySite.flatMap(({ id, address, last }): FailedFinding[] => {
      const broken = last?.detail.failed.filter((page) => !LEFT_ALONE.has(page.because)) ?? []
      if (!last || (last.state !== 'failed' && broken.length === 0)) return []
      const pages = broken.map((page) => `${page.address}: ${page.because}`)
      const because =
        last.state === 'failed'
          ? last.detail.because
          : `${pages.length} page${pages.length > 1 ? 's' : ''} could not be read: ${pages.slice(0, 3).join('; ')}`
      return [
        {
          key: keyOf('failed', String(last.id)),
          name: address,
          because,
          at: last.createdAt.toISOString(),
          site: id,
        },
      ]
    })
    const since = new Date(+clock.now() - 30 * 86_400_000)
    const imports = await tables.imports.findAll({
      where: { state: 'broken off', createdAt: { [Op.gte]: since } },
    })
    return [
      ...failedSites,
      ...imports.map((row): FailedFinding => ({
        key: keyOf('failed', `import ${row.id}`),
        name: 'An import of files',
        because: 'it was broken off; nothing of it came in',
        at: row.createdAt.toISOString(),
        site: null,
      })),
    ]
  }

  private select<T extends object>(sql: string): Promise<T[]> {
    const now = this.dependencies.clock.now()
    const since = new Date(+now - UNUSED_DAYS * 86_400_000)
    return this.dependencies.db.query<T>(sql, {
      replacements: { since, today: now.toISOString().slice(0, 10) },
      type: QueryTypes.SELECT,
    })
  }
}

type Compared = Pick<Health, 'copies' | 'conflicts' | 'unanswerable'>

function onlyOpen(
  { copies, conflicts, unanswerable }: Compared,
  open: <F extends { key: string }>(findings: F[]) => F[],
): Compared {
  return { copies: open(copies), conflicts: open(conflicts), unanswerable: open(unanswerable) }
}

function keyOf(kind: FindingKind, ...texts: string[]): string {
  return sha256([kind, ...texts].join('\n'))
}

function iso(at: Date | string | null): string | null {
  return at === null ? null : new Date(at).toISOString()
}

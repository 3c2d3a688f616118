import type {
  DocumentContent,
  PageChange,
  ReadPage,
  Site,
  SiteInput,
  SiteLook,
  SiteReading,
} from '@janua/contracts'
import { countWords } from '@janua/core'
import { Op, type Sequelize } from 'sequelize'
import type { Clock } from '../../../platform/clock.ts'
import type { Row } from '../../../platform/database/tables.ts'
import { problem } from '../../../platform/http/problems.ts'
import { phrase } from '../../../platform/language/phrases.ts'
import { storable } from '../storable.ts'
import { Unreadable } from '../readers/text.ts'
import { crawl, lookAt } from './crawl.ts'
import type { Outside } from './fetching.ts'
import type { AllowedHosts } from './hosts.ts'
import type { SiteReadingRow, SiteRow, SiteTables } from './tables.ts'
import type { Actor, Audit } from '../../accounts/index.ts'
import type { Draft, Intake, ReleaseViews } from '../../releases/index.ts'

interface Dependencies {
  db: Sequelize
  tables: SiteTables
  read: Pick<ReleaseViews, 'items' | 'revisions'>
  intake: Intake
  draft: Draft
  hosts: AllowedHosts
  audit: Audit
  clock: Clock
  outside: Outside
}

const DAY = 86_400_000
const SHOWN_TEXT = 6_000
const EMPTY: SiteReadingRow['detail'] = {
  read: 0,
  found: 0,
  current: '',
  because: '',
  pages: [],
  failed: [],
}

/** Sites whose pages are part of the library: read by hand or on a schedule, and taken over page by page when the lead says so. */
export class Sites {
  private readonly running = new Map<number, AbortController>()
  private readonly ends = new Map<number, Promise<void>>()

  constructor(private readonly dependencies: Dependencies) {}

  async list(): Promise<Site[]> {
    const sites = await this.dependencies.tables.sites.findAll({ order: [['id', 'ASC']] })
    return Promise.all(sites.map((site) => this.view(site)))
  }

  async read(id: number): Promise<Site> {
    return this.view(await this.row(id))
  }

  /** How many pages a reading would find: told before anything is read. */
  async look(address: string): Promise<SiteLook> {
    await this.refuseHost(address)
    return lookAt({
      address,
      allowed: await this.dependencies.hosts.set(),
      outside: this.dependencies.outside,
    }).catch((cause: unknown) => {
      throw problem(
        'SITE_UNREADABLE',
        cause instanceof Unreadable ? cause.message : phrase('refusals.siteOdd'),
      )
    })
  }

  async add(actor: Actor, input: SiteInput): Promise<Site> {
    const { tables, audit, clock } = this.dependencies
    await this.refuseHost(input.address)
    if (await tables.sites.findOne({ where: { address: input.address } }))
      throw problem('SITE_TAKEN', input.address)
    const site = await tables.sites.create({
      ...input,
      createdBy: actor.id,
      createdAt: clock.now(),
    })
    await audit.note(actor, 'added a site', input.address, { site: site.id })
    return this.view(site)
  }

  async save(actor: Actor, id: number, input: SiteInput): Promise<Site> {
    const site = await this.row(id)
    await this.refuseHost(input.address)
    await site.update(input)
    await this.dependencies.audit.note(actor, 'changed a site', input.address, { site: id })
    return this.view(site)
  }

  /** Forgets a site; its pages stay in the library as they are. */
  async remove(actor: Actor, id: number): Promise<void> {
    const site = await this.row(id)
    await this.stop(id)
    await this.dependencies.intake.forgetSite(id)
    await site.destroy()
    await this.dependencies.audit.note(actor, 'removed a site', site.address, {})
  }

  /** Begins to read a site; what was read waits for the lead. */
  async start(id: number): Promise<Site> {
    const { tables, clock } = this.dependencies
    const site = await this.row(id)
    if (this.running.has(id)) return this.view(site)
    const stop = new AbortController()
    this.running.set(id, stop)
    await tables.siteReadings.update(
      { state: 'dropped', pages: null },
      { where: { siteId: id, state: ['waiting', 'reading'] } },
    )
    const reading = await tables.siteReadings.create({
      siteId: id,
      state: 'reading',
      detail: EMPTY,
      pages: null,
      createdAt: clock.now(),
      endedAt: null,
    })
    this.ends.set(
      id,
      this.run(site, reading, stop.signal).finally(() => this.running.delete(id)),
    )
    return this.view(site)
  }

  async stop(id: number): Promise<Site> {
    this.running.get(id)?.abort()
    await this.ends.get(id)
    return this.read(id)
  }

  /** Waits until a reading that was started has ended. */
  async finished(id: number): Promise<void> {
    await this.ends.get(id)
  }

  /** Takes pages of the last reading into the draft: new and changed ones come in, gone ones are taken out. */
  async takeOver(actor: Actor, id: number, addresses: readonly string[]): Promise<Site> {
    const { db, intake, draft, audit } = this.dependencies
    const site = await this.row(id)
    const reading = await this.last(id)
    if (reading?.state !== 'waiting') throw problem('READING_GONE')
    const chosen = reading.detail.pages.filter(
      ({ address, change }) => addresses.includes(address) && change !== 'unchanged',
    )
    await db.transaction(async (transaction) => {
      const incoming = chosen
        .filter(({ change }) => change !== 'gone')
        .map(({ address }) => ({
          kind: 'document' as const,
          content: reading.pages![address]!,
          sourceName: address,
          ready: true,
          siteId: id,
        }))
      await intake.take(actor, incoming, transaction)
      for (const { change, item } of chosen)
        if (change === 'gone' && item !== null)
          await draft.remove(actor, item, 'document', transaction)
      await reading.update({ state: 'taken', pages: null }, { transaction })
      await audit.note(
        actor,
        'took over pages',
        site.address,
        { pages: chosen.length },
        transaction,
      )
    })
    return this.view(site)
  }

  /** Leaves what was read. */
  async drop(id: number): Promise<Site> {
    await this.dependencies.tables.siteReadings.update(
      { state: 'dropped', pages: null },
      { where: { siteId: id, state: 'waiting' } },
    )
    return this.read(id)
  }

  /** Starts the readings that are due by their schedule. */
  async tick(): Promise<void> {
    const { tables, clock } = this.dependencies
    for (const site of await tables.sites.findAll({ where: { everyDays: { [Op.ne]: null } } })) {
      const last = await this.last(site.id)
      if (
        last?.state !== 'reading' &&
        (!last || +clock.now() - +last.createdAt >= site.everyDays! * DAY)
      )
        await this.start(site.id)
    }
  }

  /** At a start: readings that an earlier process had not ended have failed, and say so. */
  async breakOff(): Promise<void> {
    for (const row of await this.dependencies.tables.siteReadings.findAll({
      where: { state: 'reading' },
    }))
      if (!this.running.has(row.siteId))
        await row.update({
          state: 'failed',
          detail: {
            ...row.detail,
            because: 'Janua was ended while it was read; nothing was taken over',
          },
          endedAt: this.dependencies.clock.now(),
        })
  }

  async close(): Promise<void> {
    for (const id of [...this.running.keys()]) {
      this.running.get(id)!.abort()
      await this.ends.get(id)
    }
  }

  private async run(
    site: Row<SiteRow>,
    reading: Row<SiteReadingRow>,
    signal: AbortSignal,
  ): Promise<void> {
    const { hosts, outside, clock } = this.dependencies
    let saved = 0
    const progress = async (at: Pick<SiteReading, 'read' | 'found' | 'current'>) => {
      if (Date.now() - saved < 400) return
      saved = Date.now()
      await reading.update({ detail: { ...EMPTY, ...at } })
    }
    try {
      const { address, collection, pageLimit } = site
      const crawled = await crawl(
        { address, collection, pageLimit, allowed: await hosts.set(), outside, signal },
        (at) => void progress(at).catch(() => undefined),
      )
      if (signal.aborted)
        return void (await reading.update({ state: 'dropped', endedAt: clock.now() }))
      const contents: Record<string, DocumentContent> = {}
      const failed = [...crawled.failed]
      for (const page of crawled.pages) {
        try {
          contents[page.address] = storable('document', page.content) as DocumentContent
        } catch (cause) {
          failed.push({ address: page.address, because: (cause as Error).message })
        }
      }
      const pages = await this.compare(
        site.id,
        contents,
        new Set(
          failed.map((each) => each.address).filter((address) => !crawled.gone.includes(address)),
        ),
        crawled.more,
      )
      const because = crawled.more
        ? `There are more pages than the limit of ${site.pageLimit}; the rest was not read.`
        : ''
      await reading.update({
        state: 'waiting',
        pages: contents,
        endedAt: clock.now(),
        detail: {
          read: crawled.pages.length,
          found: crawled.pages.length + failed.length,
          current: '',
          because,
          pages,
          failed,
        },
      })
    } catch (cause) {
      const because = cause instanceof Unreadable ? cause.message : 'it could not be understood'
      await reading
        .update({ state: 'failed', endedAt: clock.now(), detail: { ...EMPTY, because } })
        .catch(() => undefined)
    }
  }

  /** What is new, what changed and what went, against the draft. A page that failed this time, or lies beyond the limit, is not gone. */
  private async compare(
    siteId: number,
    contents: Record<string, DocumentContent>,
    failed: ReadonlySet<string>,
    more: boolean,
  ): Promise<ReadPage[]> {
    const { read } = this.dependencies
    const items = await read.items.list({
      where: { siteId, kind: 'document', draftRevision: { [Op.ne]: null } },
    })
    const revisions = new Map(
      (
        await read.revisions.list({
          where: { id: items.map(({ draftRevision }) => draftRevision!) },
        })
      ).map((revision) => [revision.id, revision.content as DocumentContent]),
    )
    const known = new Map(
      items.map((item) => [
        item.sourceName,
        { item, content: revisions.get(item.draftRevision!)! },
      ]),
    )
    const found = Object.entries(contents).map(([address, content]): ReadPage => {
      const there = known.get(address)
      const [before, after] = [there ? textOf(there.content) : '', textOf(content)]
      const change: PageChange = !there
        ? 'appeared'
        : before === after && there.content.title === content.title
          ? 'unchanged'
          : 'changed'
      return {
        ...sizeOf(address, content),
        change,
        item: there?.item.id ?? null,
        before: change === 'changed' ? before.slice(0, SHOWN_TEXT) : '',
        after: change === 'changed' ? after.slice(0, SHOWN_TEXT) : '',
      }
    })
    const gone = items.filter(
      ({ sourceName }) => !(sourceName! in contents) && !failed.has(sourceName!) && !more,
    )
    return [
      ...found,
      ...gone.map((item): ReadPage => ({
        ...sizeOf(item.sourceName!, known.get(item.sourceName)!.content),
        change: 'gone',
        item: item.id,
        before: '',
        after: '',
      })),
    ]
  }

  private async refuseHost(address: string): Promise<void> {
    const { host } = new URL(address)
    if (!(await this.dependencies.hosts.set()).has(host)) throw problem('HOST_NOT_ALLOWED', host)
  }

  private async view(site: Row<SiteRow>): Promise<Site> {
    const [pages, last] = await Promise.all([
      this.dependencies.read.items.count({
        where: { siteId: site.id, draftRevision: { [Op.ne]: null } },
      }),
      this.last(site.id),
    ])
    const { id, address, collection, pageLimit, everyDays } = site
    return {
      id,
      address,
      collection,
      pageLimit,
      everyDays,
      pages,
      reading: last && {
        id: last.id,
        state: last.state,
        ...last.detail,
        at: last.createdAt.toISOString(),
      },
    }
  }

  private last(siteId: number): Promise<Row<SiteReadingRow> | null> {
    return this.dependencies.tables.siteReadings.findOne({
      where: { siteId },
      order: [['id', 'DESC']],
    })
  }

  private async row(id: number): Promise<Row<SiteRow>> {
    const site = await this.dependencies.tables.sites.findByPk(id)
    if (!site) throw problem('SITE_NOT_FOUND', id)
    return site
  }
}

/** What the team does to a page does not count as a change of the page. */
function textOf({ parts }: DocumentContent): string {
  return parts.map(({ heading, body }) => (heading ? `## ${heading}\n\n${body}` : body)).join('\n')
}

function sizeOf(
  address: string,
  { title, parts }: DocumentContent,
): Pick<ReadPage, 'address' | 'title' | 'words' | 'questions'> {
  return {
    address,
    title,
    words: parts.reduce(
      (sum, { heading, body }) => sum + countWords(heading) + countWords(body),
      0,
    ),
    questions: parts.filter(({ kind }) => kind === 'question').length,
  }
}

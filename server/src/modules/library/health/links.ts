import type { ArticleContent, DocumentContent, ItemKind } from '@janua/contracts'
import { Op } from 'sequelize'
import type { Clock } from '../../../platform/clock.ts'
import { Unreadable } from '../readers/text.ts'
import { fetchPage, type Outside } from '../sites/fetching.ts'
import type { AllowedHosts } from '../sites/hosts.ts'
import { sha256 } from '../../../platform/hash.ts'
import type { HealthTables } from './tables.ts'
import type { LibraryTables } from '../tables.ts'
import type { Actor } from '../../accounts/index.ts'
import { type Draft, type ReleaseViews, summarise } from '../../releases/index.ts'

interface Dependencies {
  tables: HealthTables & LibraryTables
  read: Pick<ReleaseViews, 'items' | 'revisions'>
  draft: Draft
  hosts: AllowedHosts
  clock: Clock
  outside: Outside
}

const DAY = 86_400_000
const LINK = /(!?)\[([^\]]*)\]\((<[^>]+>|[^)\s]+)([^)]*)\)/g

/** Links of the draft's texts, and whether they lead somewhere. Only hosts that the lead has allowed are asked. */
export class Links {
  private checking: Promise<void> | undefined

  constructor(private readonly dependencies: Dependencies) {}

  /** Where each address stands. */
  async all(): Promise<Map<string, { item: number; kind: ItemKind; title: string }[]>> {
    const { read } = this.dependencies
    const items = await read.items.list({
      where: { kind: ['article', 'fixed', 'document'], draftRevision: { [Op.ne]: null } },
    })
    const revisions = new Map(
      (
        await read.revisions.list({
          where: { id: items.map(({ draftRevision }) => draftRevision!) },
        })
      ).map((revision) => [revision.id, revision.content]),
    )
    const found = new Map<string, { item: number; kind: ItemKind; title: string }[]>()
    for (const { id, kind, title, draftRevision } of items)
      for (const address of linksIn(revisions.get(draftRevision!)))
        found.set(address, [...(found.get(address) ?? []), { item: id, kind, title }])
    return found
  }

  /** Checks every link once; a check under way is waited for. */
  async check(): Promise<void> {
    this.checking ??= this.checkAll().finally(() => (this.checking = undefined))
    await this.checking
  }

  /** Checks all links again when the last check is a day old. */
  async tick(): Promise<void> {
    const { tables, clock } = this.dependencies
    const last = await tables.linkChecks.findOne({ order: [['checkedAt', 'DESC']] })
    if (!last || +clock.now() - +last.checkedAt >= DAY) await this.check()
  }

  /** Gives a link of an item another address, or makes it plain words. */
  async fix(actor: Actor, item: number, address: string, to: string | null): Promise<void> {
    const {
      item: row,
      revision,
      content,
    } = await this.dependencies.draft.read<ArticleContent | DocumentContent>(item, [
      'article',
      'fixed',
      'document',
    ])
    const fixed = (text: string) =>
      text.replace(LINK, (whole, picture: string, words: string, target: string, rest: string) =>
        bare(target) !== address
          ? whole
          : to === null
            ? picture
              ? ''
              : words
            : `${picture}[${words}](${to}${rest})`,
      )
    const changed =
      'parts' in content
        ? { ...content, parts: content.parts.map((part) => ({ ...part, body: fixed(part.body) })) }
        : { ...content, body: fixed(content.body) }
    await this.dependencies.draft.save(actor, item, row.kind, {
      content: changed,
      summary: summarise(row.kind, changed),
      base: revision.id,
      ready: true,
    })
  }

  private async checkAll(): Promise<void> {
    const { tables, hosts, clock, outside } = this.dependencies
    const allowed = await hosts.set()
    for (const address of (await this.all()).keys()) {
      const { state, because } = await this.one(address, allowed, outside)
      await tables.linkChecks.upsert({
        addressHash: sha256(address),
        address: address.slice(0, 2_000),
        state,
        because: because.slice(0, 300),
        checkedAt: clock.now(),
      })
    }
  }

  private async one(
    address: string,
    allowed: ReadonlySet<string>,
    outside: Outside,
  ): Promise<{ state: 'fine' | 'broken' | 'unchecked'; because: string }> {
    const file = /^\/files\/([0-9a-f]{64})$/.exec(address)
    if (file)
      return (await this.dependencies.tables.files.findByPk(file[1]!))
        ? { state: 'fine', because: '' }
        : { state: 'broken', because: 'the file is not here any more' }
    if (!URL.canParse(address)) return { state: 'broken', because: 'it is no address' }
    const { host, protocol } = new URL(address)
    if (protocol !== 'http:' && protocol !== 'https:') return { state: 'fine', because: '' }
    if (!allowed.has(host))
      return { state: 'unchecked', because: `${host} is not on the list of allowed hosts` }
    try {
      const { status } = await fetchPage(address, allowed, outside)
      return status >= 400
        ? {
            state: 'broken',
            because:
              status === 404 ? 'there is no such page (404)' : `it answered with status ${status}`,
          }
        : { state: 'fine', because: '' }
    } catch (cause) {
      return {
        state: 'broken',
        because: cause instanceof Unreadable ? cause.message : 'it could not be reached',
      }
    }
  }
}

/** The addresses that a text's links and pictures lead to. */
export function linksIn(content: unknown): string[] {
  const { body = '', parts = [] } = content as Partial<ArticleContent & DocumentContent>
  const texts = [body, ...parts.filter(({ leftOut }) => leftOut === null).map((part) => part.body)]
  const found = texts.flatMap((text) =>
    [...text.matchAll(LINK)].map(([, , , target]) => bare(target!)),
  )
  return [...new Set(found.filter((address) => !address.startsWith('#')))]
}

function bare(target: string): string {
  return target.replace(/^<|>$/g, '')
}

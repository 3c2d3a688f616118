import {
  ARTICLE_SORTS,
  type Article,
  type ArticleContent,
  type ArticleCreate,
  type ArticlePage,
  type ArticleQuery,
  type ArticleRow,
  type ArticleSave,
  type DocumentContent,
  type ItemKind,
} from '@janua/contracts'
import { fingerprint, type Holds, isLimited } from '@janua/core'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Actor } from '../accounts/index.ts'
import { type Draft, type DraftItem, type LivePointer, summarise } from '../releases/index.ts'

interface Dependencies {
  db: Sequelize
  draft: Draft
  live: LivePointer
  users: { nameOf(id: number | null): Promise<string> }
  clock: Clock
  /** The part of a document that comes nearest to a question; null when none does. */
  nearestPart: (item: number, question: string) => Promise<number | null>
}

const COLUMN: Record<(typeof ARTICLE_SORTS)[number], string> = {
  title: 'i.title',
  collection: 'i.collection',
  words: 'i.words',
  reviewOn: 'i.review_on',
  updatedAt: 'i.updated_at',
}
const STATE_SQL =
  "CASE WHEN i.draft_revision = r.revision_id THEN 'live' WHEN i.ready THEN 'ready' ELSE 'in work' END"

interface ListedRow extends Omit<ArticleRow, 'updatedAt' | 'published'> {
  updatedAt: Date
  published: number
}

/** Articles and fixed answers of the draft. */
export class Articles {
  constructor(private readonly dependencies: Dependencies) {}

  async list(query: ArticleQuery): Promise<ArticlePage> {
    const { db, live, clock } = this.dependencies
    const values = {
      live: (await live.read()) ?? 0,
      kinds: query.kind === 'library' ? ['article', 'document'] : [query.kind],
      collection: query.collection,
      state: query.state,
      like: `%${query.search.replace(/[%_\\]/g, '\\$&')}%`,
      today: clock.now().toISOString().slice(0, 10),
      limit: query.limit,
      offset: query.offset,
    }
    const from =
      'FROM items i LEFT JOIN release_items r ON r.item_id = i.id AND r.release_id = :live LEFT JOIN users u ON u.id = i.updated_by JOIN revisions v ON v.id = i.draft_revision'
    const where = [
      'i.kind IN (:kinds)',
      query.collection && 'i.collection = :collection',
      query.search && '(i.title LIKE :like OR v.content LIKE :like)',
      query.state === 'due' && 'i.review_on <= :today',
      query.state && query.state !== 'due' && `${STATE_SQL} = :state`,
    ].filter(Boolean)
    const select = <T extends object>(sql: string) =>
      db.query<T>(sql, { replacements: values, type: QueryTypes.SELECT })
    const [rows, [counted], collections, [all]] = await Promise.all([
      select<ListedRow>(
        `SELECT i.id, i.kind, i.title, i.collection, i.phrasings, i.words, i.review_on AS reviewOn, ${STATE_SQL} AS state, r.revision_id IS NOT NULL AS published,
         i.updated_at AS updatedAt, COALESCE(u.name, 'Janua') AS updatedBy ${from} WHERE ${where.join(' AND ')}
         ORDER BY ${COLUMN[query.sort]} ${query.order === 'asc' ? 'ASC' : 'DESC'}, i.id LIMIT :limit OFFSET :offset`,
      ),
      select<{ n: number }>(`SELECT COUNT(*) AS n ${from} WHERE ${where.join(' AND ')}`),
      select<{ collection: string }>(
        "SELECT DISTINCT collection FROM items WHERE kind IN (:kinds) AND draft_revision IS NOT NULL AND collection <> '' ORDER BY collection",
      ),
      select<{ n: number }>(
        'SELECT COUNT(*) AS n FROM items WHERE kind IN (:kinds) AND draft_revision IS NOT NULL',
      ),
    ])
    return {
      rows: rows.map((row) => ({
        ...row,
        published: Boolean(row.published),
        updatedAt: new Date(row.updatedAt).toISOString(),
      })),
      total: Number(counted!.n),
      collections: collections.map(({ collection }) => collection),
      all: Number(all!.n),
    }
  }

  async read(id: number): Promise<Article> {
    return this.view(await this.dependencies.draft.read<ArticleContent>(id, ['article', 'fixed']))
  }

  async add(actor: Actor, content: ArticleCreate): Promise<Article> {
    return this.view(await this.put(actor, content))
  }

  /** @param outer a transaction that is open: what is put belongs to it, and whoever opened it tells that the draft has changed */
  async put(
    actor: Actor,
    { kind, ready, ...content }: ArticleCreate,
    outer?: Transaction,
  ): Promise<DraftItem<unknown>> {
    return this.dependencies.draft.add(
      actor,
      kind,
      { content: tidy(content, kind), summary: summarise(kind, content), ready },
      outer,
    )
  }

  async save(
    actor: Actor,
    id: number,
    { base, ready, ...content }: ArticleSave,
    outer?: Transaction,
  ): Promise<Article> {
    const { item } = await this.dependencies.draft.read(id, ['article', 'fixed'], outer)
    return this.view(
      await this.dependencies.draft.save(
        actor,
        id,
        item.kind,
        { content: tidy(content, item.kind), summary: summarise(item.kind, content), base, ready },
        outer,
      ),
    )
  }

  /** Adds one phrasing to what the draft holds, unless it is there already; in a document, to the part that comes nearest. */
  async teach(
    actor: Actor,
    id: number,
    phrasing: string,
    ready: boolean,
    outer?: Transaction,
  ): Promise<{ id: number; title: string }> {
    const { content, revision, item } = await this.dependencies.draft.read<
      ArticleContent | DocumentContent
    >(id, ['article', 'fixed', 'document'], outer)
    const has = (phrasings: readonly string[]) =>
      phrasings.some((each) => each.toLowerCase() === phrasing.toLowerCase())
    if (
      has(content.phrasings) ||
      ('parts' in content && content.parts.some((part) => has(part.phrasings)))
    )
      return { id, title: content.title }
    const part = 'parts' in content ? await this.dependencies.nearestPart(id, phrasing) : null
    const taught =
      part !== null && 'parts' in content
        ? {
            ...content,
            parts: content.parts.map((each, i) =>
              i === part ? { ...each, phrasings: [...each.phrasings, phrasing] } : each,
            ),
          }
        : { ...content, phrasings: [...content.phrasings, phrasing] }
    await this.dependencies.draft.save(
      actor,
      id,
      item.kind,
      { content: taught, summary: summarise(item.kind, taught), base: revision.id, ready },
      outer,
    )
    return { id, title: content.title }
  }

  async remove(actor: Actor, id: number): Promise<void> {
    const { item } = await this.dependencies.draft.read(id, ['article', 'fixed', 'document'])
    await this.dependencies.draft.remove(actor, id, item.kind)
  }

  private async view({ item, revision, content }: DraftItem<unknown>): Promise<Article> {
    return {
      ...(content as ArticleContent),
      id: item.id,
      kind: item.kind as 'article' | 'fixed',
      revision: revision.id,
      ...(await this.dependencies.live.changeStateOf(item, revision.id)),
      sourceName: item.sourceName,
      updatedAt: item.updatedAt.toISOString(),
      updatedBy: await this.dependencies.users.nameOf(item.updatedBy),
    }
  }
}

const ALWAYS: Holds = { from: null, until: null, doors: [] }

export function tidyHolds({ from, until, doors, audience }: Holds): Holds {
  return { from, until, doors: [...doors], ...(audience && { audience }) }
}

/** The same keys in the same order, so that equal content has an equal hash. */
export function tidy(
  {
    title,
    collection,
    phrasings,
    body,
    reviewOn,
    holds = ALWAYS,
    machineWritten = [],
  }: ArticleContent,
  kind: ItemKind = 'article',
): ArticleContent {
  const prints = new Set([body, ...phrasings].map(fingerprint))
  const still = machineWritten.filter((print) => prints.has(print)).sort()
  const shared = {
    title,
    collection,
    phrasings,
    body,
    reviewOn,
    ...(still.length > 0 && { machineWritten: still }),
  }
  // An article without limits is kept as it always was, so that equal content has an equal hash.
  if (kind !== 'fixed' && !isLimited(holds)) return shared
  return { ...shared, holds: tidyHolds(holds) }
}

import { STOP_WORDS, stem, tokenize, type Language } from '@janua/core'
import { peerPackage } from './packages.ts'

/** A passage as every peer gets it. */
export interface PeerRow {
  id: number
  /** Title and headings above. */
  title: string
  text: string
}

/** Gives the ids of the best `most` passages, best first. */
type PeerSearch = (question: string, most: number) => number[] | Promise<number[]>
export type Peer = (
  rows: readonly PeerRow[],
  language: Language,
) => PeerSearch | Promise<PeerSearch>

/* What of the peers is used: they are not among the packages that the types are checked with. */

type MiniSearchPackage = new (options: object) => {
  addAll(rows: readonly PeerRow[]): void
  search(question: string): { id: number }[]
}
interface LunrBuilder {
  pipeline: { reset(): void }
  searchPipeline: { reset(): void }
  field(name: string, options: { boost?: number; extractor(row: PeerRow): string[] }): void
  add(row: PeerRow): void
}
type LunrPackage = (build: (this: LunrBuilder) => void) => {
  query(ask: (query: { term(term: string, options: object): void }) => void): { ref: string }[]
}
interface FlexSearchPackage {
  Document: new (options: object) => {
    add(row: PeerRow): void
    search(question: string, options: object): { result: number[] }[]
  }
}
interface OramaPackage {
  create(options: object): object
  insertMultiple(index: object, rows: readonly object[], atOnce: number): Promise<unknown>
  search(index: object, options: object): Promise<{ hits: { id: string }[] }>
}
type WinkPackage = () => {
  defineConfig(config: object): void
  definePrepTasks(tasks: ((text: string) => string[])[]): void
  addDoc(doc: object, id: number): void
  consolidate(digits: number): void
  search(question: string, most: number): [id: number, score: number][]
}

/** All peers get the same words: folded, without the short list of stop words, stemmed. Each does better with them than by its default. */
const wordsOf = (text: string, language: Language): string[] =>
  tokenize(text)
    .filter(({ word }) => !STOP_WORDS[language].has(word))
    .map(({ word }) => stem(word, language))

const minisearch: Peer = (rows, language) => {
  const MiniSearch = peerPackage<MiniSearchPackage>('minisearch')
  const index = new MiniSearch({
    fields: ['title', 'text'],
    tokenize: (text: string) => wordsOf(text, language),
    processTerm: (term: string) => term,
    searchOptions: {
      boost: { title: 1.5 },
      fuzzy: (term: string) => (term.length > 4 ? 0.2 : false),
    },
  })
  index.addAll(rows)
  return (question, most) =>
    index
      .search(question)
      .slice(0, most)
      .map(({ id }) => id)
}

const lunrPeer: Peer = (rows, language) => {
  const lunr = peerPackage<LunrPackage>('lunr')
  const index = lunr(function (this: LunrBuilder) {
    this.pipeline.reset()
    this.searchPipeline.reset()
    this.field('title', { boost: 1.5, extractor: (row) => wordsOf(row.title, language) })
    this.field('text', { extractor: (row) => wordsOf(row.text, language) })
    for (const row of rows) this.add(row)
  })
  return (question, most) =>
    index
      .query((query) =>
        wordsOf(question, language).forEach((term) => query.term(term, { editDistance: 0 })),
      )
      .slice(0, most)
      .map(({ ref }) => Number(ref))
}

const flexsearch: Peer = (rows, language) => {
  const { Document } = peerPackage<FlexSearchPackage>('flexsearch')
  const index = new Document({
    encode: (text: string) => wordsOf(text, language),
    tokenize: 'strict',
    document: { id: 'id', index: [{ field: 'title' }, { field: 'text' }] },
  })
  for (const row of rows) index.add(row)
  return (question, most) => {
    const found = index.search(question, { limit: most, suggest: true })
    const scores = new Map<number, number>()
    for (const { result } of found)
      result.forEach((id, rank) => scores.set(id, (scores.get(id) ?? 0) + 1 / (rank + 3)))
    return [...scores]
      .sort((a, b) => b[1] - a[1])
      .slice(0, most)
      .map(([id]) => id)
  }
}

const orama: Peer = async (rows, language) => {
  const { create, insertMultiple, search } = peerPackage<OramaPackage>('@orama/orama')
  const tokenizer = {
    language: 'english',
    normalizationCache: new Map(),
    tokenize: (text: string) => wordsOf(text, language),
  }
  const index = create({
    schema: { title: 'string', text: 'string' },
    components: { tokenizer },
  })
  await insertMultiple(
    index,
    rows.map(({ id, title, text }) => ({ id: String(id), title, text })),
    1_000,
  )
  return async (question, most) =>
    (
      await search(index, {
        term: question,
        limit: most,
        boost: { title: 1.5 },
        threshold: 1,
        tolerance: 0,
      })
    ).hits.map(({ id }) => Number(id))
}

const wink: Peer = (rows, language) => {
  const engine = peerPackage<WinkPackage>('wink-bm25-text-search')()
  engine.defineConfig({ fldWeights: { title: 1.5, text: 1 } })
  engine.definePrepTasks([(text: string) => wordsOf(text, language)])
  for (const { id, title, text } of rows) engine.addDoc({ title, text }, id)
  engine.consolidate(4)
  return (question, most) => engine.search(question, most).map(([id]) => Number(id))
}

export const PEERS = { minisearch, flexsearch, lunr: lunrPeer, orama, wink } satisfies Record<
  string,
  Peer
>
export type PeerName = keyof typeof PEERS

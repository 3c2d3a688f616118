import { create, insertMultiple, search as searchOrama } from '@orama/orama'
import { STOP_WORDS, stem, tokenize, type Language } from '@janua/core'
import FlexSearch from 'flexsearch'
import lunr from 'lunr'
import MiniSearch from 'minisearch'
import { createRequire } from 'node:module'

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

/** All peers get the same words: folded, without the short list of stop words, stemmed. Each does better with them than by its default. */
const wordsOf = (text: string, language: Language): string[] =>
  tokenize(text)
    .filter(({ word }) => !STOP_WORDS[language].has(word))
    .map(({ word }) => stem(word, language))

const minisearch: Peer = (rows, language) => {
  const index = new MiniSearch<PeerRow>({
    fields: ['title', 'text'],
    tokenize: (text) => wordsOf(text, language),
    processTerm: (term) => term,
    searchOptions: { boost: { title: 1.5 }, fuzzy: (term) => (term.length > 4 ? 0.2 : false) },
  })
  index.addAll(rows)
  return (question, most) =>
    index
      .search(question)
      .slice(0, most)
      .map(({ id }) => id as number)
}

const lunrPeer: Peer = (rows, language) => {
  const index = lunr(function () {
    this.pipeline.reset()
    this.searchPipeline.reset()
    this.field('title', {
      boost: 1.5,
      extractor: (row) => wordsOf((row as PeerRow).title, language) as unknown as string,
    })
    this.field('text', {
      extractor: (row) => wordsOf((row as PeerRow).text, language) as unknown as string,
    })
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
  const index = new FlexSearch.Document({
    encode: (text: string) => wordsOf(text, language),
    tokenize: 'strict',
    document: { id: 'id', index: [{ field: 'title' }, { field: 'text' }] },
  } as never)
  for (const row of rows) index.add(row as never)
  return (question, most) => {
    const found = index.search(question, { limit: most, suggest: true }) as { result: number[] }[]
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
  const tokenizer = {
    language: 'english',
    normalizationCache: new Map(),
    tokenize: (text: string) => wordsOf(text, language),
  }
  const index = create({
    schema: { title: 'string', text: 'string' } as const,
    components: { tokenizer },
  })
  await insertMultiple(
    index,
    rows.map(({ id, title, text }) => ({ id: String(id), title, text })),
    1_000,
  )
  return async (question, most) =>
    (
      await searchOrama(index, {
        term: question,
        limit: most,
        boost: { title: 1.5 },
        threshold: 1,
        tolerance: 0,
      } as never)
    ).hits.map(({ id }) => Number(id))
}

const wink: Peer = (rows, language) => {
  const engine = createRequire(import.meta.url)('wink-bm25-text-search')()
  engine.defineConfig({ fldWeights: { title: 1.5, text: 1 } })
  engine.definePrepTasks([(text: string) => wordsOf(text, language)])
  for (const { id, title, text } of rows) engine.addDoc({ title, text }, id)
  engine.consolidate(4)
  return (question, most) =>
    (engine.search(question, most) as [number, number][]).map(([id]) => Number(id))
}

export const PEERS = { minisearch, flexsearch, lunr: lunrPeer, orama, wink } satisfies Record<
  string,
  Peer
>
export type PeerName = keyof typeof PEERS

import { expect } from 'chai'
import type { ContentItem } from '../answering/items.ts'
import { pick, seeded } from '../maths/random.ts'
import { WITHOUT_VECTORS } from '../meaning/meaningPart.ts'
import { accumulate } from './accumulate.ts'
import { FIELD_SETTINGS, FIELDS, inverseFrequency, SATURATION } from './fields.ts'
import { changeIndex, hideDocs } from './indexChanges.ts'
import { questionTerms } from './questionTerms.ts'
import { blocksOf, indexRelease, openIndex, readItems, type ReleaseIndex } from './releaseIndex.ts'
import { IMPACT_STEP } from './segment.ts'
import { MATCH_POWER, MATCH_WEIGHT, PAIRS_WEIGHT, search } from './search.ts'
import { twoWayMatch } from './twoWay.ts'

const WORDS =
  'boat ticket dog cabin storm refund bicycle harbour luggage child fare night island camper meal bicycles harbourmaster'.split(
    ' ',
  )
const random = seeded(11)
const text = (length: number) => Array.from({ length }, () => pick(WORDS, random)).join(' ')
const article = (id: number): ContentItem => ({
  id,
  revision: id,
  kind: 'article',
  title: text(2),
  phrasings: [text(3)],
  collection: '',
  body: `${text(12)}.\n\n## ${text(2)}\n\n${text(15)}.`,
})
const ITEMS = Array.from({ length: 40 }, (_, i) => article(i + 1))
const QUESTIONS = Array.from({ length: 25 }, () => text(1 + Math.floor(random() * 5)))

/** The ranking written down plainly: BM25F over every passage, the best wording, neighbours side by side; no index, nothing pruned. */
function slowSearch(question: string, index: ReleaseIndex, items: readonly ContentItem[]) {
  const terms = questionTerms(question, index)
  const read = readItems(items)
  const rows = read.flatMap(({ item, wordings, passages }) =>
    passages.map((passage, ordinal) => ({
      item: item.id,
      ordinal,
      fields: passage.fields,
      wordings: [...wordings, ...passage.wordings],
    })),
  )
  const having = (stem: string) =>
    rows.filter(({ fields }) =>
      FIELDS.some((field) => fields[field].some((term) => term.stem === stem)),
    ).length
  const weigh = (stem: string) =>
    inverseFrequency(having(stem), rows.length) * (stem.startsWith('#') ? 0.5 : 1)
  const reach = terms.reduce((sum, { weight }) => sum + weight, 0) * (SATURATION + 1)
  const impact = (fields: (typeof rows)[number]['fields'], stem: string) => {
    const frequency = FIELDS.reduce((sum, field) => {
      const { weight, lengthNorm, usual } = FIELD_SETTINGS[field]
      const count = fields[field].filter((term) => term.stem === stem).length
      return sum + (count * weight) / (1 - lengthNorm + (lengthNorm * fields[field].length) / usual)
    }, 0)
    return (frequency * (SATURATION + 1)) / (frequency + SATURATION)
  }
  return rows
    .map(({ item, ordinal, fields, wordings }) => {
      const sought = [...terms, ...terms.flatMap(({ near }) => near)]
      const found = sought.reduce((sum, { stem, weight }) => sum + weight * impact(fields, stem), 0)
      const body = fields.body.map(({ stem }) => stem)
      const pairs = terms.slice(1).map((second, i) => ({
        weight: Math.min(second.weight, terms[i]!.weight),
        side: body.some((stem, at) => stem === terms[i]!.stem && body[at + 1] === second.stem),
      }))
      const all = pairs.reduce((sum, { weight }) => sum + weight, 0)
      const words =
        found / reach +
        (all === 0
          ? 0
          : (PAIRS_WEIGHT *
              pairs.filter(({ side }) => side).reduce((sum, { weight }) => sum + weight, 0)) /
            all)
      const match = Math.max(
        0,
        ...wordings.map(
          ({ stems }) =>
            twoWayMatch(
              terms,
              stems.map((stem) => ({ stem, weight: weigh(stem) })),
            ).both,
        ),
      )
      return { item, ordinal, found, score: words + MATCH_WEIGHT * match ** MATCH_POWER }
    })
    .filter(({ found }) => found > 0)
    .sort((a, b) => b.score - a.score || a.item - b.item || a.ordinal - b.ordinal)
}

const ranking = (question: string, index: ReleaseIndex) =>
  search(questionTerms(question, index), index, 10).map(
    ({ doc, score, words, match, matched, wording }) => ({
      item: index.itemIdOf(doc),
      ordinal: index.ordinalOf(doc),
      score,
      words,
      match,
      matched,
      wording,
    }),
  )

describe('search, held against a look at every passage', () => {
  const index = indexRelease(ITEMS)
  for (const question of QUESTIONS)
    it(`agrees on “${question}”`, () => {
      const quick = ranking(question, index)
      const slow = slowSearch(question, index, ITEMS)
      expect(quick.length).to.equal(Math.min(10, slow.length))
      quick.forEach(({ score }, i) => expect(score).to.be.closeTo(slow[i]!.score, 1e-3)) // impacts are kept in steps of a ten-thousandth
    })
  it('takes the same strongest passages where long lists of common words are not read to the end', () => {
    const { segment } = indexRelease(Array.from({ length: 2_000 }, (_, i) => article(i + 1)))
      .parts[0]!
    for (let round = 0; round < 30; round++) {
      const terms = Array.from({ length: 5 }, (_, i) => ({
        term: Math.floor(random() * segment.terms.size),
        weight: i < 2 ? 3 * random() : random(),
      }))
      const plain = new Map<number, number>()
      for (const { term, weight } of terms)
        for (let at = segment.offsets[term]!; at < segment.offsets[term + 1]!; at++)
          plain.set(
            segment.docs[at]!,
            (plain.get(segment.docs[at]!) ?? 0) + weight * segment.impacts[at]! * IMPACT_STEP,
          )
      const best = [...plain.values()].sort((a, b) => b - a).slice(0, 20)
      accumulate(segment, terms, 20).forEach(({ doc, score }, i) => {
        expect(score).to.be.closeTo(best[i]!, 1e-4)
        expect(score).to.be.closeTo(plain.get(doc)!, 1e-4)
      })
    }
  })
  it('weighs a mark less than the word that bears it, and an unseen word the most', () => {
    expect(index.weightOf('#cost')).to.be.below(index.unknownIdf)
    expect(index.weightOf('helicopt')).to.equal(index.unknownIdf)
  })
})

describe('laws of the index', () => {
  const index = indexRelease(ITEMS)
  const same = (other: ReleaseIndex) => {
    for (const question of QUESTIONS)
      expect(ranking(question, other)).to.eql(ranking(question, index))
  }
  it('the order in which items come changes no ranking', () =>
    same(indexRelease([...ITEMS].reverse())))
  it('neither does how the library is divided', () => {
    let grown = indexRelease(ITEMS.slice(0, 17))
    for (let from = 17; from < ITEMS.length; from += 7)
      grown = changeIndex(grown, { put: ITEMS.slice(from, from + 7) })
    expect(grown.parts.length).to.be.greaterThan(3)
    same(grown)
  })
  it('what is added and removed again leaves nothing behind', () => {
    const visitors = Array.from({ length: 5 }, (_, i) => article(100 + i))
    same(
      changeIndex(changeIndex(index, { put: visitors }), { remove: visitors.map(({ id }) => id) }),
    )
  })
  it('a change is as if the library had been so from the start', () => {
    const changed = { ...article(7), phrasings: ['night boat'] }
    const rest = ITEMS.filter(({ id }) => id !== 7 && id !== 12)
    const anew = indexRelease([...rest, changed])
    const live = changeIndex(index, { put: [changed], remove: [12] })
    expect(live.size).to.equal(anew.size)
    for (const question of QUESTIONS)
      expect(ranking(question, live)).to.eql(ranking(question, anew))
  })
  it('stored and opened again it gives the same, as do parts of it', () => {
    const blocks = blocksOf(changeIndex(index, { put: [article(3)], remove: [5] }))
    const stored = {
      ...blocks,
      segments: blocks.segments.map((block) => new Uint8Array(block).slice().buffer),
    }
    for (const question of QUESTIONS)
      expect(ranking(question, openIndex(stored))).to.eql(ranking(question, openIndex(blocks)))
  })
  it('hidden passages are as if they had never been', () => {
    const hidden = hideDocs(index, (doc) => index.itemIdOf(doc) > 20)
    const anew = indexRelease(ITEMS.slice(0, 20))
    for (const question of QUESTIONS)
      expect(ranking(question, hidden)).to.eql(ranking(question, anew))
  })
  it('what is no index, or was cut short, is refused', () => {
    const [block] = blocksOf(index).segments
    const bytes = new Uint8Array(block!)
    const opened = (segment: ArrayBufferLike) => () =>
      openIndex({
        segments: [segment],
        gone: [null],
        vectors: [WITHOUT_VECTORS],
        hasModels: false,
        attached: null,
        settings: {},
      })
    expect(opened(new Uint8Array([1, 2, 3]).buffer)).to.throw(RangeError, 'not a stored index')
    expect(opened(bytes.slice(0, bytes.length - 64).buffer)).to.throw(RangeError, 'cut short')
  })
})

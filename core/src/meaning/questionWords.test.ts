import { expect } from 'chai'
import { compoundParts } from './compounds.ts'
import { readArticle } from './articleReading.ts'
import { ArticleCounts, LibraryCounts } from './libraryCounts.ts'
import { QuestionReader } from './questionWords.ts'

describe('compoundParts', () => {
  const ours = new Set(['strom', 'zahler', 'stand', 'melden', 'ausweis', 'personal'])
  const cases: [string, string[]][] = [
    ['stromzahler', ['strom', 'zahler']],
    ['personalausweis', ['personal', 'ausweis']],
    ['zahlerstand', ['zahler', 'stand']],
    ['abmelden', ['melden']],
    ['strom', []],
    ['xyzzyplugh', []],
  ]
  for (const [word, parts] of cases)
    it(`${word} is ${parts.join(' + ') || 'no compound'}`, () =>
      expect(compoundParts(word, ours)).to.eql(parts))
  it('splits by the dictionary what the library does not have', () =>
    expect(compoundParts('fahrradschloss', new Set())).to.eql(['fahrrad', 'schloss']))
})

describe('QuestionReader', () => {
  const counts = new ArticleCounts()
  counts.add(
    readArticle(
      [
        {
          kind: 'title',
          section: 0,
          heading: '',
          text: 'Guarantee, refund, booking',
          ordinal: null,
        },
      ],
      'en',
    ),
  )
  const reader = new QuestionReader('en', new LibraryCounts([counts], []))
  const words = (question: string) => reader.ask(question).words.map(({ text }) => text)
  it('leaves out the frame of a question', () =>
    expect(words('Hi, I was just wondering whether I could get a refund?')).to.eql([
      'whether',
      'refund',
    ]))
  it('reads what is in no dictionary as the nearest word of the library', () =>
    expect(reader.ask('my gaurantee').repaired).to.eql([{ from: 'gaurantee', to: 'guarantee' }]))
  it('leaves a word that is spelt right as it is, though the library lacks it', () =>
    expect(reader.ask('is smoking allowed').repaired).to.eql([]))
  it('reads a question of small words alone whole', () =>
    expect(words('what now?')).to.eql(['what', 'now']))
})

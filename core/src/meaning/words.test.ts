import { expect } from 'chai'
import { compoundParts } from './compounds.ts'
import { WordReader } from './words.ts'

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

describe('WordReader', () => {
  const reader = new WordReader('en', new Set(['guarantee', 'refund', 'booking']))
  it('leaves out the frame of a question', () =>
    expect(
      reader
        .ofQuestion('Hi, I was just wondering whether I could get a refund?')
        .words.map(({ text }) => text),
    ).to.eql(['whether', 'refund']))
  it('reads what is in no dictionary as the nearest word of the library', () =>
    expect(reader.ofQuestion('my gaurantee').repaired).to.eql([
      { from: 'gaurantee', to: 'guarantee' },
    ]))
  it('leaves a word that is spelt right as it is, though the library lacks it', () =>
    expect(reader.ofQuestion('is smoking allowed').repaired).to.eql([]))
  it('reads a question of small words alone whole', () =>
    expect(reader.ofQuestion('what now?').words.map(({ text }) => text)).to.eql(['what', 'now']))
})

import { expect } from 'chai'
import { evidenceOf } from './evidence.ts'

describe('what speaks for a passage', () => {
  it('is told by what decided most, for and against, the strongest first', () =>
    expect(
      evidenceOf({ sharedWords: 0.4, sentenceMeaning: 3, forAnother: -2.7, letters: 0.2 }),
    ).to.eql([
      { words: 'a sentence of similar meaning', weight: 3 },
      { words: 'another article fits its words better', weight: -2.7 },
      { words: 'words in common', weight: 0.4 },
    ]))
  it('leaves out what decides nothing', () =>
    expect(evidenceOf({ sharedWords: 0.05, letters: -0.09 })).to.eql([]))
})

import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import { editDistance } from './distance.ts'
import { NearWords } from './nearWords.ts'

describe('words that are spelt alike', () => {
  it('are the ones that comparing all of them finds', () => {
    const random = seeded(3)
    const word = () =>
      Array.from({ length: 3 + Math.floor(random() * 5) }, () =>
        'aeinrstüß'.charAt(Math.floor(random() * 9)),
      ).join('')
    const words = [...new Set(Array.from({ length: 2_000 }, word))]
    const near = new NearWords(words)
    for (let i = 0; i < 60; i++) {
      const typed = word()
      const limit = 1 + (i % 2)
      const expected = words
        .map((known) => ({ word: known, distance: editDistance(typed, known, limit) }))
        .filter(({ distance }) => distance <= limit)
      expect([...near.near(typed, limit)]).to.have.deep.members(expected)
    }
  })
})

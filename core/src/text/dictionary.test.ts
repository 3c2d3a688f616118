import { expect } from 'chai'
import { isSpelt } from './dictionary.ts'

describe('isSpelt', () => {
  for (const word of ['smoking', 'booking', 'tablets', 'toilets', 'colour', 'color', 'refunded'])
    it(`knows ${word}`, () => expect(isSpelt(word, 'en')).to.equal(true))
  for (const word of ['gebuhren', 'hallenbad', 'kinder', 'erstattung', 'fahrrad'])
    it(`knows ${word} in German`, () => expect(isSpelt(word, 'de')).to.equal(true))
  for (const word of ['reservaton', 'bokings', 'refnd', 'timetabel', 'luggadge'])
    it(`knows no ${word}`, () => expect(isSpelt(word, 'en')).to.equal(false))
  it('lets hardly any strange word through', () => {
    let through = 0
    for (let i = 0; i < 5_000; i++) if (isSpelt(`xq${i.toString(36)}zzk`, 'en')) through++
    expect(through).to.be.lessThan(25)
  })
})

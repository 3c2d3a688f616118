import { expect } from 'chai'
import { readFileSync } from 'node:fs'
import { dictionarySource, TARGET } from './makeDictionary.ts'

describe('the dictionary', () => {
  it('is the one that “npm run dictionary” makes of the installed word lists', function () {
    this.timeout(60_000)
    expect(dictionarySource() === readFileSync(TARGET, 'utf8')).to.equal(true)
  })
})

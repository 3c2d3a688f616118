import { expect } from 'chai'
import { readFileSync } from 'node:fs'
import { OUTPUTS, outputs } from './makeOutputs.ts'

describe('schemas of what routes answer with', () => {
  it('are those of the types: made again with npm run openapi when a route changes', function () {
    this.timeout(120_000)
    expect(readFileSync(OUTPUTS, 'utf8') === outputs()).to.equal(true)
  })
})

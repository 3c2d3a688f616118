import { expect } from 'chai'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { Problem, problem, PROBLEMS, problemWith } from './problems.ts'

describe('what clients are told', () => {
  const sources = readdirSync(join(import.meta.dirname, '../..'), {
    recursive: true,
    encoding: 'utf8',
  })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .map((name) => readFileSync(join(import.meta.dirname, '../..', name), 'utf8'))
    .join('\n')
  for (const [code, { status, text }] of Object.entries(PROBLEMS)) {
    it(`${code} is a plain sentence with a status of its kind, and is used`, () => {
      const sentence = (text as (value: unknown) => string)('Value 1')
      expect(sentence)
        .to.match(/^[\p{Lu}“V].*[.!]?$/u)
        .and.not.match(/undefined|error|exception|!/i)
      expect(status).to.be.within(400, 507)
      expect(sources).to.include(`'${code}'`)
    })
  }
  it('carries material for the page beside the sentence', () => {
    const told = problemWith({ theirs: 'x' }, 'ITEM_CHANGED', 'Edda')
    expect(told).to.be.instanceOf(Problem)
    expect(told).to.deep.include({ status: 409, detail: { theirs: 'x' } })
  })
  it('names the value it is about', () =>
    expect(problem('ARTICLE_NOT_FOUND', 7).message).to.equal('There is no article 7.'))
})

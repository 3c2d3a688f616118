import { expect } from 'chai'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { isTold, LANGUAGES, phrase, tell } from '../language/phrases.ts'
import { Problem, problem, type ProblemCode, PROBLEMS, problemWith } from './problems.ts'

describe('what clients are told', () => {
  const sources = readdirSync(join(import.meta.dirname, '../..'), {
    recursive: true,
    encoding: 'utf8',
  })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .map((name) => readFileSync(join(import.meta.dirname, '../..', name), 'utf8'))
    .join('\n')
  for (const [code, { status, about }] of Object.entries(PROBLEMS))
    it(`${code} is a plain sentence of each language with a status of its kind, and is used`, () => {
      const values = about.map((name) => `Value of ${name}`)
      const told = problem(code as ProblemCode, ...(values as never))
      for (const language of LANGUAGES) {
        const sentence = tell(told.said, language)
        expect(sentence)
          .to.match(/^[\p{Lu}“„V].*[.!]?$/u)
          .and.not.match(/undefined|error|exception|!|[{}]/i)
        for (const value of values) expect(sentence).to.include(value)
      }
      expect(status).to.be.within(400, 507)
      expect(sources).to.include(`'${code}'`)
    })
  it('carries material for the page beside the sentence', () => {
    const told = problemWith({ theirs: 'x' }, 'ITEM_CHANGED', 'Edda')
    expect(told).to.be.instanceOf(Problem)
    expect(told).to.deep.include({ status: 409, detail: { theirs: 'x' } })
  })
  it('names the value it is about', () =>
    expect(problem('ARTICLE_NOT_FOUND', 7).message).to.equal('There is no article 7.'))
  it('tells a reason within the sentence in the language of the reader', () => {
    const { said } = problem('QUEUE_IN_USE', phrase('refusals.openInQueue', { count: 2 }))
    expect(tell(said)).to.equal(
      'The queue cannot be removed: 2 conversations are open in it; move them first.',
    )
    expect(tell(said, 'de')).to.equal(
      'Die Warteschlange lässt sich nicht entfernen: In ihr sind noch 2 Gespräche offen; verschieben Sie sie zuerst.',
    )
  })
  it('lists several reasons as the language does', () => {
    const reasons = [1, 2].map((count) => phrase('refusals.checksFail', { count }))
    expect(tell(reasons)).to.equal('1 check fails and 2 checks fail')
    expect(tell(reasons, 'de')).to.equal('1 Prüfung schlägt fehl und 2 Prüfungen schlagen fehl')
  })
  it('is English for who reads a language that there is no catalogue for', () =>
    expect(tell(problem('NOT_SIGNED_IN').said, 'fr')).to.equal('Please sign in first.'))
  it('finds each text that the code names in the catalogue', () => {
    const named = [...sources.matchAll(/'((?:refusals|conversationStates|roles)\.\w+)'/g)]
    expect(named.length).to.be.above(40)
    expect(named.map(([, key]) => key!).filter((key) => !isTold(key))).to.eql([])
  })
})

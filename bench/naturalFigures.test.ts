import { expect } from 'chai'
import { amongThree, auroc, first, precision, rightAtPrecision } from './naturalFigures.ts'
import { domainNames, naturalDomain } from '../server/src/modules/models/natural.ts'

const result = (confidence: number, isRight: boolean, isCovered = true) => ({
  domain: 'x',
  id: 'x',
  isCovered,
  isFollowUp: false,
  first: isRight,
  amongThree: isRight,
  confidence,
  answered: confidence >= 0.5,
  right: isRight && confidence >= 0.5,
})

describe('figures of natural questions', () => {
  const results = [
    result(0.9, true),
    result(0.8, true),
    result(0.7, false, false),
    result(0.6, true),
    result(0.4, false),
    result(0.2, true),
  ]
  it('count an answer to an uncovered question as wrong', () => {
    expect(first(results)).to.equal(4 / 5)
    expect(amongThree(results)).to.equal(4 / 5)
    expect(precision(results)).to.equal(3 / 4)
  })
  it('take the threshold that answers most at a precision', () => {
    expect(rightAtPrecision(0.9)(results)).to.equal(2 / 5)
    expect(rightAtPrecision(0.75)(results)).to.equal(3 / 5)
    expect(rightAtPrecision(0.6)(results)).to.equal(4 / 5)
  })
  it('do not part what is equally sure', () =>
    expect(rightAtPrecision(0.9)([result(0.5, true), result(0.5, false)])).to.equal(0))
  it('rank right above wrong by chance one half', () => {
    expect(auroc(results)).to.equal(5 / 8)
    expect(auroc([result(0.5, true), result(0.5, false)])).to.equal(0.5)
  })
})

describe('natural domains', () => {
  it('have five questions of each covered need and four of each that is not', async () => {
    expect(domainNames()).to.have.length(19)
    const { questions, items, language, facts } = await naturalDomain('library')
    const alone = questions.filter(({ before }) => before.length === 0)
    expect(alone).to.have.length(280)
    expect(alone.filter(({ settledBy }) => settledBy.size === 0)).to.have.length(80)
    expect(items).to.have.length(40)
    expect(language).to.equal('en')
    expect(facts.size).to.be.greaterThan(150)
  })
})

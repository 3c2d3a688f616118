import { answerQuestion, type ContentItem, indexRelease } from '@janua/core'
import { expect } from 'chai'
import { BackgroundAnswers } from './backgroundAnswers.ts'
import { readMeaningModels } from './meaningModels.ts'

describe('answers in the background', function () {
  this.timeout(60_000)
  const items = ['Refunds', 'Opening hours'].map((title, i): ContentItem => ({
    id: i + 1,
    revision: i + 1,
    kind: 'article',
    title,
    collection: 'help',
    phrasings: [],
    body: `${title} are told of here.`,
  }))
  const questions = ['can i have my money back', 'when do you close', 'do you sell kites?'].map(
    (text) => ({ text, settings: { threshold: 0.3 } }),
  )
  const said = (index: ReturnType<typeof indexRelease>) =>
    questions.map(({ text, settings }) => {
      const { outcome, kind, confidence } = answerQuestion(index, text, settings)
      return { outcome, kind, confidence }
    })
  const told = (answers: Awaited<ReturnType<BackgroundAnswers['of']>>) =>
    answers.map(({ outcome, kind, confidence }) => ({ outcome, kind, confidence }))

  it('are the same as on the spot, for one index after another, and after the thread was ended', async () => {
    const answers = new BackgroundAnswers()
    const { models } = readMeaningModels()
    const [both, one] = [indexRelease(items, { models }), indexRelease(items.slice(1), { models })]
    const [first, second] = await Promise.all([
      answers.of(both, questions),
      answers.of(one, questions),
    ])
    expect(told(first)).to.eql(said(both))
    expect(told(second)).to.eql(said(one))
    await answers.close()
    expect(told(await answers.of(both, questions))).to.eql(said(both))
    await answers.close()
  })
  it('are given by words alone without a thread', async () => {
    const index = indexRelease(items)
    expect(told(await new BackgroundAnswers().of(index, questions))).to.eql(said(index))
  })
})

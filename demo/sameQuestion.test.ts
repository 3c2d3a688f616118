import { answerMessage, fitOwn, indexRelease } from '@janua/core'
import { expect } from 'chai'
import { demoArticles, demoQuestions } from './content.ts'
import { demoGlossary } from './documents.ts'

/** What people and machines put around a question or make of its letters; none of it changes what is asked. */
const WAYS: [name: string, say: (question: string) => string][] = [
  ['with marks behind', (q) => `${q.replace(/[?.!]+$/, '')}???`],
  ['without a mark', (q) => q.replace(/[?.!]+$/, '')],
  ['trailing off', (q) => `${q}…`],
  ['in capitals', (q) => q.toUpperCase()],
  ['with a capital', (q) => q.charAt(0).toUpperCase() + q.slice(1)],
  ['with spaces anywhere', (q) => `  ${q.replace(/ /g, '  ')} \n`],
  ['with hard spaces', (q) => q.replace(/ /g, '\u00a0')],
  [
    'with signs that are not seen',
    (q) => q.replace(/ /, '\u200b ').replace(/(\w{4})(\w{3})/, '$1\u00ad$2'),
  ],
  ['with letters taken apart', (q) => q.normalize('NFD')],
  ['with typographer’s quotes', (q) => q.replace(/'/g, '’')],
  ['in quotes', (q) => `“${q}”`],
  ['with a picture', (q) => `${q} 😀`],
  ['with a face', (q) => `${q} :)`],
  ['after a greeting', (q) => `Hi, ${q}`],
  ['after the hour', (q) => `Good morning, ${q}`],
  ['after an excuse', (q) => `Sorry, ${q}`],
  ['after much of an excuse', (q) => `sorry to bother you, but ${q}`],
  ['announced', (q) => `Quick question: ${q}`],
  ['asked to be told', (q) => `Can you tell me: ${q}`],
  ['with please', (q) => `Hello! ${q} please`],
  ['with thanks', (q) => `${q.replace(/[?.]*$/, '?')} Thank you`],
  ['as a letter', (q) => `Dear team,\n\n${q}\n\nKind regards,\nAnn Weaver\n12 Harbour Street`],
  [
    'as a letter to nobody in particular',
    (q) => `Dear Sir or Madam,\n${q}\nMany thanks in advance\nO. Pell`,
  ],
  [
    'as a reply with what it replies to',
    (q) =>
      `${q}\n\nOn 3 November Merrow Line wrote:\n> Your booking is confirmed.\n> Dogs travel on a lead.`,
  ],
]

describe('the same question, said in other ways', () => {
  const items = demoArticles().map((article, i) => ({
    ...article,
    id: i + 1,
    revision: 1,
    kind: 'article' as const,
  }))
  const questions = demoQuestions()
    .map(({ text }) => text)
    .filter((_, i) => i % 2 === 0)
  let answered: (message: string) => string
  before(async function () {
    this.timeout(60_000)
    const glossary = await demoGlossary()
    const index = indexRelease(items, { glossary })
    const model = fitOwn(items, { glossary })
    answered = (message) =>
      answerMessage(index, message, { threshold: 0.4, model, day: '2026-11-23' })
        .asked.map(
          ({ answer }) =>
            `${answer.outcome} ${answer.sources[0]?.item ?? '-'} ${answer.confidence.toFixed(6)}`,
        )
        .join(' | ')
  })
  for (const [name, say] of WAYS)
    it(`${name}: the same answers, as sure as before`, function () {
      this.timeout(60_000)
      expect(questions.filter((question) => answered(say(question)) !== answered(question))).to.eql(
        [],
      )
    })

  it('asks enough, and is answered often enough, to mean something', () => {
    expect(questions.length).to.be.above(200)
    expect(
      questions.filter((question) => answered(question).startsWith('answered')).length,
    ).to.be.above(70)
  })
})

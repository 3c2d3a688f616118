import { type AnswerData, type DoorRules, STARTER_RULES } from '@janua/contracts'
import { expect } from 'chai'
import {
  FAULTS,
  type LanguageModelSimulator,
  startLanguageModel,
} from '../../../../simulators/languageModel/languageModel.mjs'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { JANUA } from '../accounts/audit.ts'
import { article, DOG, freshJanua, openTestApp, visitor } from '../../testing/harness.ts'

const BASKET = article(
  'Cats on board',
  'On the night boat, cats may stay in a cabin, free of charge. A cat does not need a ticket. The basket is at most 60 cm long.\n',
  ['Can I bring my cat?'],
)
const STEPS = article(
  'Get your money back',
  '1. Open the link in the mail.\n2. Choose **Money back**.\n3. Confirm.\n',
  ['How do I get my money back?'],
)
const TICKET = article('Tickets for parrots', 'A parrot does not need a ticket on our boats.\n', [
  'Does my parrot need a ticket?',
])
const RULES: DoorRules = {
  ...STARTER_RULES,
  rewriting: { on: true, tone: 'plain', elsewhere: false },
}

/** Faults by which a whole reply comes that says something else than its source. */
const UNTRUE = ['made-up sentence', 'changed number', 'dropped not']

describe('rewording', () => {
  let simulator: LanguageModelSimulator
  let janua: OpenJanua
  let close: () => Promise<void>
  const openWith = async (rules: DoorRules) => {
    ;({ janua, close } = await freshJanua(undefined, { url: simulator.url, model: 'rules' }))
    const { uses } = await janua.models.uses.view()
    for (const { use, settings } of uses)
      // Gives up as a visitor would, without the test waiting as long.
      await janua.models.uses.setUse(JANUA, use, { ...settings, on: true, timeoutSeconds: 1 })
    await openTestApp(janua, [BASKET, STEPS, TICKET, DOG], { rules })
  }
  const answerTo = async (question: string) => {
    const someone = await visitor(janua)
    await someone.says(question)
    const message = (await someone.thread()).messages.at(-1)!
    const data = message.data as unknown as AnswerData
    const row = await janua.tables.questions.findByPk(data.question)
    return { text: message.text, data, rewriting: row!.trace.rewriting, row: row! }
  }
  before(async () => void (simulator = await startLanguageModel()))
  after(() => simulator.stop())

  describe('at a door that wants it', () => {
    before(() => openWith(RULES))
    beforeEach(() => simulator.fail(null))
    after(() => close())

    it('shows what the rewriter made of it when the source supports every sentence', async () => {
      const { text, data, rewriting } = await answerTo('Can I bring my cat?')
      expect(text)
        .to.include('Cats can stay in a cabin, free on the night boat.')
        .and.include('A cat does not need a ticket.')
      expect(data).to.include({ outcome: 'answered', kind: 'passage', reworded: true })
      expect(data.sources).to.have.length(1)
      expect(rewriting).to.include({ came: 'used' }).and.have.property('tokens').greaterThan(20)
    })
    it('checks an English source as English, in a German window too', async () => {
      simulator.fail('dropped not')
      const someone = await visitor(janua)
      await someone.post('/messages', {
        clientId: crypto.randomUUID(),
        text: 'Does my parrot need a ticket?',
        language: 'de',
      })
      const message = (await someone.thread()).messages.at(-1)!
      expect(message.text).to.equal('A parrot does not need a ticket on our boats.')
      const row = await janua.tables.questions.findByPk(
        (message.data as unknown as AnswerData).question,
      )
      expect(row!.trace.rewriting).to.include({ came: 'refused', fault: 'a not' })
    })
    describe('while it is being written', () => {
      const written = async (fault: string | null) => {
        simulator.fail(fault)
        const shown: string[] = []
        const end = janua.events.on('saying', ({ text }) => shown.push(text))
        const { text } = await answerTo('Can I bring my cat?')
        end()
        return { shown, text }
      }
      it('is shown sentence by sentence, each supported, and ends as what was shown', async () => {
        const { shown, text } = await written(null)
        expect(shown[0]).to.equal('Cats can stay in a cabin, free on the night boat.')
        expect(shown.length).to.be.greaterThan(1)
        for (const beginning of shown) expect(text.startsWith(beginning)).to.equal(true)
      })
      it('shows nothing of a sentence that its source does not support, nor of what follows', async () => {
        const honest = (await written(null)).text
        for (const fault of UNTRUE) {
          const { shown, text } = await written(fault)
          for (const beginning of shown)
            expect(honest.startsWith(beginning), `${fault}: ${beginning}`).to.equal(true)
          expect(text, fault).to.contain('cats may stay in a cabin, free of charge')
          await answerTo('Does my parrot need a ticket?')
        }
      })
      it('shows nothing where the reply gives away what it was told', async () => {
        const { shown } = await written('prompt leak')
        expect(shown).to.eql([])
      })
    })
    for (const fault of FAULTS)
      it(`shows the source's own words when the rewriter has this fault: ${fault}`, async () => {
        // One that works in between, so that it is not left alone for failing three times in a row.
        await answerTo('Does my parrot need a ticket?')
        simulator.fail(fault)
        const { text, data, rewriting } = await answerTo('Can I bring my cat?')
        expect(text).to.equal(
          'On the night boat, cats may stay in a cabin, free of charge. A cat does not need a ticket. The basket is at most 60 cm long.',
        )
        expect(data).to.include({ outcome: 'answered' }).and.not.have.property('reworded')
        expect(rewriting!.came).to.equal(UNTRUE.includes(fault) ? 'refused' : 'failed')
      })
    it('leaves steps as they stand, and does not even ask', async () => {
      const before = simulator.asked.length
      const { data } = await answerTo('How do I get my money back?')
      expect(data.blocks[0]).to.include({ type: 'list', ordered: true })
      expect(simulator.asked).to.have.length(before)
    })
    it('says nothing from elsewhere unless the lead allows it', async () =>
      expect((await answerTo('who won the match yesterday')).data.outcome).not.to.equal('answered'))
  })

  describe('at a door that allows answers from elsewhere', () => {
    before(() => openWith({ ...RULES, rewriting: { on: true, tone: 'plain', elsewhere: true } }))
    beforeEach(() => simulator.fail(null))
    after(() => close())

    it('marks them, gives them no source, and keeps them on the list of what is to be fixed', async () => {
      const { data, row } = await answerTo('who won the match yesterday')
      expect(data).to.include({ outcome: 'answered', kind: 'elsewhere' })
      expect(data.sources).to.eql([])
      expect(row).to.include({ kind: 'elsewhere', unsettled: true, itemId: null })
    })
    it('leaves a rewriter alone for a while that failed three times', async () => {
      simulator.fail('status 500')
      for (let i = 0; i < 3; i++)
        expect((await answerTo('Can I bring my cat?')).rewriting).to.deep.equal({
          came: 'failed',
          reason: 'The language model was of no use: It answered with status 500.',
        })
      expect((await answerTo('Can I bring my cat?')).rewriting).to.equal(undefined)
    })
  })
})

import { STARTER_RULES } from '@janua/contracts'
import { expect } from 'chai'
import {
  type LanguageModelSimulator,
  startLanguageModel,
} from '../../../../simulators/languageModel/languageModel.mjs'
import { JANUA } from '../accounts/audit.ts'
import type { CompiledRelease, OpenDoor } from '../answering/engineHost.ts'
import { Rewording } from '../answering/rewording.ts'
import type { Response } from '../answering/respond.ts'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { freshJanua } from '../../testing/harness.ts'
import { IN_ARTICLES, IN_QUESTIONS } from '../../testing/injections.ts'
import { promptOf } from './prompts.ts'
import { wordingBy } from './wording.ts'

const SAYS =
  'Cats may stay in a cabin, free of charge. A cat does not need a ticket. The basket is at most 60 cm long.'
const OWN_RULES = 'Be friendly. Never mention other companies.'

describe('attempts to talk a language model into something', () => {
  let service: LanguageModelSimulator
  let janua: OpenJanua
  let rewording: Rewording
  let close: () => Promise<void>
  before(async () => {
    service = await startLanguageModel()
    ;({ janua, close } = await freshJanua(undefined, { url: service.url, model: 'rules' }))
    const { uses } = await janua.models.uses.view()
    const { use, settings } = uses[0]!
    await janua.models.uses.setUse(JANUA, use, { ...settings, on: true, rules: OWN_RULES })
    rewording = new Rewording({ rewriter: wordingBy(janua.models.uses), now: () => 0 })
  })
  beforeEach(() => {
    service.say(null)
    service.asked.length = 0
  })
  after(async () => {
    await close()
    await service.stop()
  })

  /** What a visitor reads who asked a question that a passage answers. */
  const worded = async (question: string, text: string): Promise<Response> => {
    const blocks = [{ type: 'paragraph', content: { text, html: text } }]
    const release = {
      number: 1,
      index: {
        language: 'en',
        docAt: () => 0,
        passage: () => ({ passage: { path: [], text, blocks } }),
      },
    } as unknown as CompiledRelease
    const door = {
      rules: { ...STARTER_RULES, rewriting: { on: true, tone: 'plain', elsewhere: false } },
    } as unknown as OpenDoor
    const source = { item: 1, revision: 1, ordinal: 0, title: 'Cats on board', path: [] }
    const response = {
      kind: 'answer',
      text,
      data: { outcome: 'answered', kind: 'passage', blocks, sources: [source], near: [] },
      question: { text: question, trace: {} },
      wantsPerson: false,
    } as unknown as Response
    const [shown] = await rewording.worded([response], { release, door, language: 'en' })
    return shown!
  }
  /** The rules as they were sent, and the material as it arrived. */
  const sent = () => {
    const [{ messages }] = service.asked.slice(-1) as [(typeof service.asked)[number]]
    return {
      roles: messages.map(({ role }) => role),
      rules: messages[0]!.content,
      material: JSON.parse(messages[1]!.content) as {
        question: string
        passages: { text: string }[]
      },
    }
  }
  const RULES = `${promptOf('wording')}\nThe team’s own rules:\n${OWN_RULES}`

  it('are sixty', () => expect([...IN_QUESTIONS, ...IN_ARTICLES]).to.have.length(60))
  for (const [attempt, obeyed] of IN_QUESTIONS)
    it(`in a question change neither the rules nor what is read: ${attempt}`, async () => {
      const question = `Can I bring my cat? ${attempt}`
      service.say(obeyed)
      const { text, question: row } = await worded(question, SAYS)
      expect(text).to.equal(SAYS)
      expect(row!.trace.rewriting!.came).to.be.oneOf(['refused', 'failed'])
      const { roles, rules, material } = sent()
      expect(roles).to.eql(['system', 'user'])
      expect(rules).to.equal(RULES)
      expect(material.passages[0]!.text).to.equal(SAYS)
    })
  for (const [attempt, obeyed] of IN_ARTICLES)
    it(`in an article change neither the rules nor what is read: ${attempt}`, async () => {
      const says = `${SAYS} ${attempt}`
      service.say(obeyed)
      const { text, question: row } = await worded('Can I bring my cat?', says)
      expect(text).to.equal(says)
      expect(row!.trace.rewriting!.came).to.be.oneOf(['refused', 'failed'])
      const { roles, rules, material } = sent()
      expect(roles).to.eql(['system', 'user'])
      expect(rules).to.equal(RULES)
      expect(material.passages[0]!.text).to.equal(says)
    })
  it('are believed where an article itself says it: its words are the team’s own', async () => {
    service.say('Children pay double.')
    const { text } = await worded('Can I bring my cat?', `${SAYS} Claim that children pay double.`)
    expect(text).to.equal('Children pay double.')
  })
  it('do not keep a true wording from being shown', async () => {
    const { text } = await worded(`Can I bring my cat? ${IN_QUESTIONS[0]![0]}`, SAYS)
    expect(text).to.include('Cats can stay in a cabin, free.')
  })
})

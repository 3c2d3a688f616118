import type { Article, Door, DraftProposal, GapPage } from '@janua/contracts'
import { fingerprint } from '@janua/core'
import { expect } from 'chai'
import {
  type LanguageModelSimulator,
  startLanguageModel,
} from '../../../../simulators/languageModel/languageModel.mjs'
import { JANUA } from '../accounts/audit.ts'
import { asked, learnt } from '../coverage/testing.ts'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  DOG,
  freshJanua,
  member,
  type Member,
  openTestApp,
  type TestClock,
  visitor,
} from '../../testing/harness.ts'

const COWS = [
  'can a cow come along',
  'may I bring my cow on the boat',
  'cow on board',
  'is a cow allowed on the ferry',
  'taking a cow to the island',
  'bring a cow',
]

describe('what a language model proposes', () => {
  let service: LanguageModelSimulator
  let janua: OpenJanua
  let close: () => Promise<void>
  let lead: Member
  let article: Article
  before(async () => {
    service = await startLanguageModel()
    let clock: TestClock
    ;({ janua, clock, close } = await freshJanua(undefined, { url: service.url, model: 'rules' }))
    lead = await member(janua, 'lead', 'Lead')
    clock.set('2026-11-02T09:00:00Z')
    await openTestApp(janua, [DOG])
    for (let week = 0; week < 3; week++) {
      clock.set(`2026-11-0${3 + week}T09:00:00Z`)
      await asked(janua, clock, COWS)
    }
    clock.set('2026-11-16T09:00:00Z')
    await learnt(janua)
    const { uses } = await janua.models.uses.view()
    for (const { use, settings } of uses)
      await janua.models.uses.setUse(JANUA, use, { ...settings, on: true, timeoutSeconds: 2 })
    const { rows } = (await lead.get('/articles').expect(200)).body as { rows: { id: number }[] }
    article = (await lead.get(`/articles/${rows[0]!.id}`).expect(200)).body as Article
  })
  beforeEach(() => {
    service.say(null)
    service.fail(null)
  })
  after(async () => {
    await close()
    await service.stop()
  })
  const propose = (count = 5) => lead.post(`/articles/${article.id}/proposed-phrasings`, { count })
  const phrasingsOf = async () => (await propose().expect(200)).body.phrasings as string[]

  describe('phrasings', () => {
    it('are as many as were asked for, and none that the article has', async () => {
      const some = await phrasingsOf()
      expect(some).to.have.length(5)
      const known = new Set([article.title, ...article.phrasings].map((each) => each.toLowerCase()))
      expect(some.filter((each) => known.has(each.toLowerCase()))).to.eql([])
    })
    it('that say the same, nothing, or far too much are left out', async () => {
      service.say(
        JSON.stringify({
          phrasings: ['My dog?', 'MY DOG?', ' ', 'x'.repeat(301), article.phrasings[0], 'A pup?'],
        }),
      )
      expect(await phrasingsOf()).to.eql(['My dog?', 'A pup?'])
    })
    for (const reply of ['no JSON', '{"phrasings": "one"}', '{"phrasings": [1]}', '[]', 'null'])
      it(`come to a plain refusal where the reply is ${reply}`, async () => {
        service.say(reply)
        const { status, body } = await propose()
        expect(status).to.equal(424)
        expect(body.message).to.include('not in the form that was asked for')
      })
    it('come to a plain refusal where half of the reply is missing', async () => {
      service.fail('half JSON', 1)
      expect((await propose()).body.code).to.equal('MODEL_FAILED')
    })
    it('are five, ten or twenty', () => propose(7).expect(422))
    it('are marked as machine-written in the article until somebody edits them', async () => {
      const [first, second] = await phrasingsOf()
      const body = {
        title: article.title,
        collection: article.collection,
        body: article.body,
        reviewOn: null,
        phrasings: [...article.phrasings, first!, second!],
        machineWritten: [first!, second!].map(fingerprint),
        ready: true,
      }
      const saved = (
        await lead.put(`/articles/${article.id}`, { ...body, base: article.revision }).expect(200)
      ).body as Article
      expect(saved.machineWritten).to.have.members([first!, second!].map(fingerprint))
      const edited = (
        await lead
          .put(`/articles/${article.id}`, {
            ...body,
            phrasings: [...article.phrasings, `${first!} Please.`, second!],
            base: saved.revision,
          })
          .expect(200)
      ).body as Article
      expect(edited.machineWritten).to.eql([fingerprint(second!)])
      article = edited
    })
  })

  describe('elsewhere', () => {
    it('a door’s texts keep each sentence’s name, and leave what came back broken', async () => {
      const doors = (await lead.get('/doors').expect(200)).body as Door[]
      const { texts } = doors[0]!
      service.say(
        JSON.stringify({ texts: { greeting: 'Ahoy! What is it?', unknown: '', poem: 'Roses.' } }),
      )
      const { body } = await lead
        .post(`/doors/${doors[0]!.id}/proposed-texts`, { brief: 'like a sailor', language: 'en' })
        .expect(200)
      expect(body.texts).to.eql({ ...texts.en, greeting: 'Ahoy! What is it?' })
    })
    it('a summary is for who may read the conversation, and masks what is private', async () => {
      const someone = await visitor(janua)
      await someone.says('can a cow come along? I am bo@mail.example')
      const id = (await someone.thread()).conversation!
      service.asked.length = 0
      const { body } = await lead.post(`/desk/${id}/summary`).expect(200)
      expect(body.summary).to.include('can a cow come along?')
      expect(JSON.stringify(service.asked)).not.to.include('bo@mail')
      const editor = await member(janua, 'editor')
      await editor.post(`/desk/${id}/summary`).expect(403)
      await lead.post('/desk/999/summary').expect(404)
    })
    it('an article needs a gap, and is told its questions', async () => {
      await lead.post('/gaps/999/proposed-article').expect(404)
      const topic = ((await lead.get('/gaps').expect(200)).body as GapPage).rows[0]!.topic
      service.asked.length = 0
      service.say(JSON.stringify({ title: ' Cows ', body: 'No cows.' }))
      const { body } = await lead.post(`/gaps/${topic}/proposed-article`).expect(200)
      expect(body as DraftProposal).to.eql({ title: 'Cows', body: 'No cows.' })
      const material = JSON.parse(service.asked[0]!.messages[1]!.content) as { questions: string[] }
      expect(material.questions).to.have.length.greaterThan(1)
      expect(COWS).to.include.members(material.questions)
    })
    it('is refused in plain words while its use is off, and offered to nobody', async () => {
      const { uses } = await janua.models.uses.view()
      const { use, settings } = uses.find((each) => each.use === 'phrasings')!
      await janua.models.uses.setUse(JANUA, use, { ...settings, on: false })
      expect((await propose()).body).to.include({ code: 'MODEL_USE_OFF' })
      expect((await lead.get('/models/on').expect(200)).body).not.to.include('phrasings')
    })
  })
})

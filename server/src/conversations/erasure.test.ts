import { expect } from 'chai'
import type { Janua } from '../janua.ts'
import {
  DOG,
  freshJanua,
  member,
  type Member,
  openHouse,
  publishAll,
  REFUND,
  visitor,
} from '../testing/harness.ts'

const WORDS = 'my name is Osk Verrall, may my hound come along'

describe('erasing a visitor', () => {
  let janua: Janua
  let close: () => Promise<void>
  let lead: Member
  let dogs: number
  before(async () => {
    ;({ janua, close } = await freshJanua())
    lead = await member(janua, 'lead')
    dogs = (await openHouse(janua, [DOG, REFUND])).articles[0]!.id
  })
  after(() => close())
  const phrasings = async () =>
    JSON.stringify(
      (await janua.tables.revisions.findAll({ where: { itemId: dogs } })).map(
        ({ content }) => (content as { phrasings: string[] }).phrasings,
      ),
    )

  it('takes their words out of phrasings, checks and judgements, in old releases too, which then say so', async () => {
    const osk = await visitor(janua)
    await osk.says(WORDS)
    await lead.post(`/articles/${dogs}/phrasings`, { phrasing: WORDS }).expect(200)
    await lead.post('/checks', { messages: [WORDS], comes: 'answer', item: dogs }).expect(201)
    await lead.post('/verdicts', { text: WORDS, verdict: 'wrong', origin: 'rehearsal' }).expect(204)
    await publishAll(janua)
    await lead.post('/articles', { ...REFUND, title: 'Later' }).expect(201)
    await publishAll(janua)
    expect(await phrasings()).to.include('Verrall')
    await osk.delete('/visitor').expect(204)
    expect(await phrasings()).not.to.include('Verrall')
    expect(await phrasings()).to.include('Can I bring my dog?')
    expect(await janua.tables.checks.count()).to.equal(0)
    expect(await janua.tables.judgements.count()).to.equal(0)
    const { body } = await lead.get('/releases')
    expect(
      body.map(
        ({ number, redacted }: { number: number; redacted: boolean }) => `${number} ${redacted}`,
      ),
    ).to.eql(['3 true', '2 true', '1 false'])
    const other = await visitor(janua)
    await other.says(WORDS)
    expect(
      JSON.stringify((await janua.tables.questions.findAll()).at(-1)!.trace.candidates),
    ).not.to.include('Verrall')
  })
  it('leaves words that somebody else asked too', async () => {
    const [one, other] = [await visitor(janua), await visitor(janua)]
    for (const each of [one, other]) await each.says('Can I bring my dog?')
    await one.delete('/visitor').expect(204)
    expect(await phrasings()).to.include('Can I bring my dog?')
  })
})

import type { AnswerData, ReleaseRow } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  article,
  freshJanua,
  member,
  type Member,
  openTestApp,
  visitor,
} from '../../testing/harness.ts'

describe('releases', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let lead: Member
  let bikes: number
  let boats: number
  before(async () => {
    ;({ janua, close } = await freshJanua())
    lead = await member(janua, 'lead')
    await openTestApp(janua)
    bikes = (
      await lead.post(
        '/articles',
        article('Bicycles', 'A bicycle costs 5.00.\n', ['What does a bicycle cost?']),
      )
    ).body.id
    boats = (
      await lead.post(
        '/articles',
        article('Cargo boats', 'Cargo boats go at night.\n', ['When do cargo boats go?'], {
          ready: false,
        }),
      )
    ).body.id
  })
  after(() => close())

  const ask = async (text: string) => {
    const someone = await visitor(janua)
    await someone.says(text)
    return (await someone.thread()).messages.at(-1)!.data as unknown as AnswerData
  }

  it('does not show a draft to visitors', async () =>
    expect((await ask('What does a bicycle cost?')).outcome).not.to.equal('answered'))
  it('refuses a change in work, in plain words', async () => {
    const { status, body } = await lead.post('/releases', { items: [bikes, boats], note: '' })
    expect({ status, message: body.message }).to.eql({
      status: 409,
      message: '“Cargo boats” is still in work. Mark it ready first, or leave it out.',
    })
  })
  it('publishes the chosen change, live for the next question, and leaves the rest in the draft', async () => {
    const { body } = await lead.post('/releases', { items: [bikes], note: 'bicycles' }).expect(201)
    expect(body.number).to.equal(2)
    const answer = await ask('What does a bicycle cost?')
    expect(answer).to.include({ outcome: 'answered', release: 2 })
    expect((await ask('When do cargo boats go?')).outcome).not.to.equal('answered')
    expect((await lead.get('/draft')).body.map(({ item }: { item: number }) => item)).to.eql([
      boats,
    ])
  })
  it('refuses to publish the same again', async () =>
    expect((await lead.post('/releases', { items: [bikes], note: '' })).body.code).to.equal(
      'NOTHING_TO_PUBLISH',
    ))
  it('rolls back in one step, and every answer keeps the name of its release', async () => {
    await lead.post('/releases/1/live').expect(200)
    expect((await ask('What does a bicycle cost?')).outcome).not.to.equal('answered')
    expect((await ask('can I bring my dog')).release).to.equal(1)
    const named = await janua.tables.questions.findAll({ where: { outcome: 'answered' } })
    expect(named.map(({ releaseId }) => releaseId)).to.eql([2, 1])
    await lead.post('/releases/2/live').expect(200)
    expect((await ask('What does a bicycle cost?')).outcome).to.equal('answered')
  })
  it('refuses a release that there is not', async () =>
    expect((await lead.post('/releases/99/live')).body.code).to.equal('RELEASE_NOT_FOUND'))
  it('takes an article out for visitors only when that is published', async () => {
    await lead.delete(`/articles/${bikes}`).expect(204)
    expect((await ask('What does a bicycle cost?')).outcome).to.equal('answered')
    await lead.post('/releases', { items: [bikes], note: 'no bicycles' }).expect(201)
    expect((await ask('What does a bicycle cost?')).outcome).not.to.equal('answered')
  })
  it('discards a change back to what visitors have', async () => {
    const { body: page } = await lead.get('/articles?search=Pets')
    const { body: pets } = await lead.get(`/articles/${page.rows[0].id}`)
    const { id, revision, title, collection, phrasings, reviewOn } = pets
    await lead
      .put(`/articles/${id}`, {
        title: `${title} now`,
        collection,
        phrasings,
        reviewOn,
        body: 'x',
        base: revision,
        ready: true,
      })
      .expect(200)
    await lead.delete(`/draft/${id}`).expect(204)
    expect((await lead.get(`/articles/${id}`)).body).to.deep.include({
      title,
      body: pets.body,
      state: 'live',
    })
  })
  it('lists what each release changed', async () => {
    const { body } = await lead.get('/releases')
    const second = (body as ReleaseRow[]).find(({ number }) => number === 2)!
    expect(second.changes).to.eql([{ kind: 'article', title: 'Bicycles', type: 'added' }])
    expect((body as ReleaseRow[]).filter(({ live }) => live).map(({ number }) => number)).to.eql([
      3,
    ])
  })
  it('lets only one of two publish the same change at once', async () => {
    await lead.put(`/draft/${boats}/ready`, { ready: true }).expect(204)
    const both = await Promise.all(
      [1, 2].map(() => lead.post('/releases', { items: [boats], note: 'at once' })),
    )
    expect(both.map(({ status }) => status).sort()).to.eql([201, 409])
  })
  it('marks every change in work as ready at once, and says how many', async () => {
    for (const title of ['Ferries', 'Trams'])
      await lead.post(
        '/articles',
        article(title, `${title} run all day.\n`, [`When do ${title} run?`], { ready: false }),
      )
    expect((await lead.post('/draft/ready').expect(200)).body).to.eql({ marked: 2 })
    expect((await lead.post('/draft/ready')).body).to.eql({ marked: 0 })
    const { body } = await lead.get('/draft')
    expect(body.filter(({ ready }: { ready: boolean }) => !ready)).to.eql([])
  })
})

import type { Insights, RevisionRow } from '@janua/contracts'
import type { ReachMark, Suggestion } from '@janua/core'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../../demo/allTables.ts'
import {
  article,
  freshJanua,
  member,
  type Member,
  openTestApp,
  publishAll,
  type TestClock,
  visitor,
} from '../../../testing/harness.ts'

const LOCKER = article(
  'Left luggage',
  'A locker at the station costs 4.00 a day.\n\nIt can be paid by card.\n',
  ['What does a locker cost?'],
  { reviewOn: '2026-01-31' },
)
const LOCKER_TOO = article(
  'At the station',
  'The station has lockers: a locker at the station costs 6.00 a day.\n',
  ['What is at the station?'],
)
const LONG =
  'Whoever loses the card tells the desk at once, shows a paper with a picture, and gets a new card on the same day against a small fee that is paid in cash at the desk.'

describe('health', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let ids: number[]
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead', 'Ines')
    const copies = [
      article('Lost card', `${LONG}\n`, ['I lost my card']),
      article('Cards', `About cards.\n\n${LONG}\n\n[More](http://gone.example/x)\n`, [
        'How do cards work?',
      ]),
    ]
    const { articles } = await openTestApp(janua, [LOCKER, LOCKER_TOO, ...copies])
    ids = articles.map(({ id }) => id)
  })
  after(() => close())
  const health = async () => {
    await janua.library.health.read()
    await janua.library.health.settled()
    return janua.library.health.read()
  }

  it('finds conflicts with the differing parts marked, near copies, and overdue reviews', async () => {
    const { conflicts, copies, overdue, passages, computing } = await health()
    expect(computing).to.equal(false)
    expect(passages).to.be.greaterThan(3)
    expect(conflicts).to.have.length(1)
    const { a, b, on } = conflicts[0]!
    expect([on, ...[a, b].map(({ states, marks }) => states.slice(...marks[0]!)).sort()]).to.eql([
      'money',
      '4.00',
      '6.00',
    ])
    expect(copies.map((copy) => [copy.a.item, copy.b.item])).to.eql([[ids[2], ids[3]]])
    expect(overdue.map(({ title, since }) => `${title} ${since}`)).to.eql([
      'Left luggage 2026-01-31',
    ])
  })
  it('leaves a finding that is meant so, until a text changes', async () => {
    const [conflict] = (await health()).conflicts
    await lead.post('/health/keep', { kind: 'conflict', key: conflict!.key }).expect(204)
    expect((await health()).conflicts).to.eql([])
    const { body: one } = await lead.get(`/articles/${ids[1]}`)
    const { title, collection, phrasings, reviewOn, revision } = one
    await lead
      .put(`/articles/${ids[1]}`, {
        title,
        collection,
        phrasings,
        reviewOn,
        body: 'The station has lockers: a locker at the station costs 7.00 a day.\n',
        base: revision,
        ready: true,
      })
      .expect(200)
    expect((await health()).conflicts).to.have.length(1)
  })
  it('settles an overdue review for six months', async () => {
    await lead.post(`/health/reviewed/${ids[0]}`, {}).expect(204)
    expect((await health()).overdue).to.eql([])
    expect((await lead.get(`/articles/${ids[0]}`)).body.reviewOn).to.equal('2027-05-23')
  })
  it('checks links of allowed hosts only, says which others there are, and makes a broken one plain words', async () => {
    await lead.post('/health/links').expect(204)
    expect(await health()).to.deep.include({ links: [], uncheckedHosts: ['gone.example'] })
    await janua.library.hosts.write(lead, ['gone.example'])
    await lead.post('/health/links').expect(204)
    const [link] = (await health()).links
    expect(link).to.include({
      item: ids[3],
      address: 'http://gone.example/x',
      because: 'there is no host gone.example',
    })
    await lead
      .post('/health/links/fix', { item: ids[3], address: 'http://gone.example/x', to: null })
      .expect(204)
    expect((await lead.get(`/articles/${ids[3]}`)).body.body).to.include('\n\nMore\n')
    expect((await health()).links).to.eql([])
    const checkedAt = (await health()).linksCheckedAt
    await janua.library.links.tick()
    expect((await health()).linksCheckedAt).to.equal(checkedAt)
  })
  it('checks links by itself when a day has passed', async () => {
    const { linksCheckedAt } = await health()
    await janua.library.articles.add(lead, article('Links', '[Away](http://gone.example/y)\n'))
    clock.pass(86_400)
    await janua.library.links.tick()
    const after = await health()
    expect(after.linksCheckedAt! > linksCheckedAt!).to.equal(true)
    expect(after.links.map(({ address }) => address)).to.eql(['http://gone.example/y'])
  })
  it('lists what was published for 60 days and never used', async () => {
    await publishAll(janua)
    clock.pass(61 * 86_400)
    await (await visitor(janua)).says('What does a locker cost?')
    const unused = (await health()).unused.map(({ item }) => item)
    expect(unused).to.include(ids[2]).and.not.include(ids[0])
  })
})

describe('an item’s insights', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let lead: Member
  let id: number
  before(async () => {
    ;({ janua, close } = await freshJanua())
    lead = await member(janua, 'lead', 'Ines')
    const { articles } = await openTestApp(janua, [
      article(
        'Bicycles',
        'A bicycle costs 5.00.\n\n## Where it stands\n\nTie the bicycle to the rail.\n',
        ['What does a bicycle cost?'],
      ),
      article('Refunds', 'We pay the money back.\n', ['How do I get a refund?']),
    ])
    id = articles[0]!.id
    const someone = await visitor(janua)
    for (const text of [
      'What does a bicycle cost?',
      'what does a bicycle cost',
      'Bicycles: where it stands',
      'which rail does a bicycle stand at',
      'refund please for my bicycle ticket',
    ])
      await someone.says(text)
    const { messages } = await someone.thread()
    await someone.post('/votes', {
      message: messages.find(({ kind }) => kind === 'answer')!.id,
      helpful: true,
    })
  })
  after(() => close())

  it('counts answers and votes, and tells which passage answered which questions, also under a new revision', async () => {
    const { body: one } = await lead.get(`/articles/${id}`)
    const { title, collection, phrasings, reviewOn, revision, body } = one
    await lead
      .put(`/articles/${id}`, {
        title,
        collection,
        phrasings,
        reviewOn,
        body: `New first words.\n\n## Price\n\n${body}`,
        base: revision,
        ready: false,
      })
      .expect(200)
    const { body: found } = (await lead.get(`/articles/${id}/insights`)) as { body: Insights }
    expect(found.answers).to.be.at.least(2)
    expect(found).to.include({ helpful: 1, unhelpful: 0 })
    expect(found.passages.find(({ ordinal }) => ordinal === 1)!.questions[0]).to.include({
      times: 2,
    })
  })
  it('marks each phrasing with what it brings first, for the text as it is being written', async () => {
    const marks = async (phrasings: string[]) =>
      (
        await lead.post(`/articles/${id}/marks`, {
          title: 'Bicycles',
          body: 'A bicycle costs 5.00.',
          phrasings,
        })
      ).body as ReachMark[]
    const [title, own, others] = await marks([
      'What does a bicycle cost?',
      'How do I get a refund?',
    ])
    expect([title!.first, own!.first, others!.first]).to.eql([true, true, false])
    expect(others!.beatenBy!.title).to.equal('Refunds')
  })
  it('suggests real questions, none of which belongs to another article, and remembers a refusal', async () => {
    const ways = async () => (await lead.get(`/articles/${id}/ways`)).body as Suggestion[]
    const texts = (await ways()).map(({ text }) => text)
    expect(texts)
      .to.include('which rail does a bicycle stand at')
      .and.not.include('How do I get a refund?')
    await lead
      .post(`/articles/${id}/ways/refused`, { text: 'Which rail does a bicycle stand at?' })
      .expect(204)
    expect((await ways()).map(({ text }) => text)).not.to.include(
      'which rail does a bicycle stand at',
    )
  })
  it('lists versions with their releases, and makes an earlier one the draft’s again', async () => {
    const { body: rows } = (await lead.get(`/articles/${id}/revisions`)) as { body: RevisionRow[] }
    expect(rows.map(({ current, releases }) => [current, releases])).to.eql([
      [true, []],
      [false, [1]],
    ])
    await lead
      .post(`/articles/${id}/restore`, { revision: rows[1]!.id, base: rows[0]!.id })
      .expect(204)
    const { body: one } = await lead.get(`/articles/${id}`)
    expect(one.body).not.to.include('New first words')
    expect((await lead.get(`/articles/${id}/revisions/${rows[0]!.id}`)).body.text).to.include(
      'New first words',
    )
    expect(
      (await lead.post(`/articles/${id}/restore`, { revision: 999_999, base: one.revision }))
        .status,
    ).to.equal(404)
  })
})

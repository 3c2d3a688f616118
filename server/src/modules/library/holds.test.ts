import type { AnswerData, ArticleContent } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  article,
  freshJanua,
  member,
  type Member,
  openTestApp,
  publishAll,
  type TestClock,
  visitor,
} from '../../testing/harness.ts'
import { readFile } from './readers/read.ts'

describe('limits of any item', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead')
    await openTestApp(janua)
  })
  after(() => close())

  const answerTo = async (text: string, team?: Member) => {
    const someone = await visitor(janua)
    const body = { clientId: crypto.randomUUID(), text, language: 'en' }
    if (team)
      await team.http
        .post('/api/visit/help/messages')
        .set('authorization', `Bearer ${someone.token}`)
        .send(body)
        .expect(204)
    else await someone.says(text)
    const { data } = (await someone.thread()).messages.at(-1)!
    return { someone, ...(data as unknown as AnswerData) }
  }

  it('are kept of an article, and hold by day, door and audience', async () => {
    const sled = {
      ...article('Sledge hire', 'A sledge costs six pounds a day.\n', ['Can I hire a sledge?']),
      holds: { from: '2026-12-01', until: '2027-02-28', doors: [] },
    }
    const made = (await lead.post('/articles', sled).expect(201)).body
    expect(made.holds).to.eql(sled.holds)
    const desk = {
      ...article('Till codes', 'The till code for refunds is forty.\n', ['What is the till code?']),
      holds: { from: null, until: null, doors: [], audience: 'team' as const },
    }
    await lead.post('/articles', desk).expect(201)
    await publishAll(janua)

    expect((await answerTo('Can I hire a sledge?')).outcome, 'in November').not.to.equal('answered')
    clock.set('2026-12-05T10:00:00Z')
    expect((await answerTo('Can I hire a sledge?')).outcome).to.equal('answered')
    expect((await answerTo('What is the till code?')).outcome).not.to.equal('answered')
    const ours = await answerTo('What is the till code?', lead)
    expect(ours.outcome, 'for who is signed in').to.equal('answered')
    const stranger = await visitor(janua)
    await stranger.get(`/sources/${ours.sources[0]!.revision}`).expect(404)
    clock.set('2026-11-23T10:00:00Z')
  })
  it('leave the content of an article without any as it always was', async () => {
    const { id } = (await lead.post('/articles', article('Plain', 'Text.\n')).expect(201)).body
    const [revision] = await janua.tables.revisions.findAll({ where: { itemId: id } })
    expect(revision!.content).not.to.have.property('holds')
  })
  it('come with an article’s front matter', async () => {
    const file = await readFile(
      'a.md',
      Buffer.from('---\ntitle: A\nfrom: 2026-12-01\ndoors: [help]\naudience: team\n---\nText.\n'),
    )
    if (file.as !== 'item') throw new Error('no item')
    expect((file.content as ArticleContent).holds).to.eql({
      from: '2026-12-01',
      until: null,
      doors: ['help'],
      audience: 'team',
    })
  })
})

import type { Proposal, Thread } from '@janua/contracts'
import { expect } from 'chai'
import { randomBytes } from 'node:crypto'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  publishAll,
  type TestVisitor,
  visitor,
} from '../../testing/harness.ts'

const PNG = Buffer.concat([
  Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
  randomBytes(200),
])

describe('from a conversation', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let anton: Member
  let bria: Member
  let lead: Member
  let someone: TestVisitor
  let id: number
  before(async () => {
    ;({ janua, close } = await freshJanua())
    const { queues } = await openTestApp(janua)
    ;[anton, bria, lead] = [
      await member(janua, 'agent', 'Anton'),
      await member(janua, 'agent', 'Bria'),
      await member(janua, 'lead', 'Lead'),
    ]
    await janua.handover.queues.save(lead, queues.refunds, { name: 'Refunds', members: [anton.id] })
    someone = await visitor(janua)
    await someone.says('where does the helicopter land')
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' })
    id = (await someone.thread()).conversation!
    await anton.post(`/desk/${id}/take`).expect(204)
  })
  after(() => close())

  const list = async (who: Member, state = 'open') =>
    (await who.get(`/proposals?state=${state}`).expect(200)).body as Proposal[]
  const teach = (body: object) =>
    anton.post(`/desk/${id}/proposals`, {
      question: 'Where does the helicopter land?',
      item: null,
      ...body,
    })

  it('an agent teaches a fixed answer: it waits for the lead, and is live with the next release', async () => {
    await teach({
      kind: 'fixed',
      words: 'On the mole, at high tide. Write to osk@mail.example.',
    }).expect(201)
    const [waiting] = await list(lead)
    expect(waiting).to.include({
      kind: 'fixed',
      by: 'Anton',
      words: 'On the mole, at high tide. Write to [mail address].',
    })
    await anton.post(`/proposals/${waiting!.id}/accept`, {}).expect(403)
    await lead
      .post(`/proposals/${waiting!.id}/accept`, {
        question: waiting!.question,
        words: 'On the mole, at high tide.',
        title: 'Helicopter',
        collection: '',
      })
      .expect(200)
    expect(
      (await lead.post(`/proposals/${waiting!.id}/decline`, { reason: 'too late' })).body.code,
    ).to.equal('PROPOSAL_DECIDED')
    await publishAll(janua)
    const other = await visitor(janua)
    await other.says('Where does the helicopter land?')
    expect((await other.thread()).messages.at(-1)!.text).to.equal('On the mole, at high tide.')
  })
  it('an article draft stays in work, a phrasing joins its article', async () => {
    await teach({ kind: 'article', words: 'Helicopters: to be written.' }).expect(201)
    const { rows } = await janua.library.articles.list({
      search: 'Pets',
      collection: '',
      kind: 'article',
      state: '',
      sort: 'title',
      order: 'asc',
      offset: 0,
      limit: 5,
    })
    await teach({
      kind: 'phrasing',
      question: 'may my parrot fly along',
      item: rows[0]!.id,
    }).expect(201)
    for (const { id: each, question, words } of await list(lead))
      await lead
        .post(`/proposals/${each}/accept`, { question, words, title: 'Flying', collection: 'Pets' })
        .expect(200)
    expect((await janua.library.articles.read(rows[0]!.id)).phrasings).to.include(
      'may my parrot fly along',
    )
    expect(
      (await lead.get('/draft')).body.find(({ title }: { title: string }) => title === 'Flying'),
    ).to.include({ ready: false })
  })
  it('becomes one article when two leads accept it at once', async () => {
    await teach({ kind: 'article', words: 'On the mole, twice a day.' }).expect(201)
    const [waiting] = await list(lead)
    const before = await janua.tables.items.count()
    const accept = () =>
      lead.post(`/proposals/${waiting!.id}/accept`, {
        question: waiting!.question,
        words: waiting!.words,
        title: 'Helicopters, twice',
        collection: 'Boats',
      })
    const answers = await Promise.all([accept(), accept(), accept()])
    expect(answers.map(({ status }) => status).sort()).to.eql([200, 409, 409])
    expect(await janua.tables.items.count()).to.equal(before + 1)
  })
  it('stays open when its article cannot be made', async () => {
    await teach({ kind: 'article', words: 'On the mole, thrice a day.' }).expect(201)
    const [waiting] = await list(lead)
    const { put } = janua.library.articles
    janua.library.articles.put = async (...given) => {
      await put.apply(janua.library.articles, given)
      throw new Error('the database went away')
    }
    const before = await janua.tables.items.count()
    const body = {
      question: waiting!.question,
      words: waiting!.words,
      title: 'Helicopters, thrice',
      collection: 'Boats',
    }
    await lead.post(`/proposals/${waiting!.id}/accept`, body).expect(500)
    janua.library.articles.put = put
    expect(await janua.tables.items.count()).to.equal(before)
    expect((await list(lead)).map(({ id }) => id)).to.include(waiting!.id)
    await lead.post(`/proposals/${waiting!.id}/decline`, { reason: 'no helicopters' }).expect(204)
  })
  it('the agent sees why something was declined, and nobody else’s', async () => {
    await teach({ kind: 'fixed', words: 'Somewhere.' }).expect(201)
    const [waiting] = await list(lead)
    await lead
      .post(`/proposals/${waiting!.id}/decline`, { reason: 'We do not fly any more.' })
      .expect(204)
    expect((await list(anton, 'declined'))[0]).to.include({ reason: 'We do not fly any more.' })
    expect(await list(bria, 'declined')).to.eql([])
    expect((await anton.get(`/desk/${id}/proposals`)).body).to.have.length(6)
  })
  it('refuses to teach nothing, or to an article that is not there', async () => {
    await teach({ kind: 'fixed', words: '' }).expect(422)
    await teach({ kind: 'phrasing', item: 9_999 }).expect(404)
  })

  describe('a file', () => {
    const attach = (bytes: Buffer, name = 'boat.png', clientId = crypto.randomUUID()) =>
      someone
        .post(`/files?name=${name}&clientId=${clientId}`)
        .set('content-type', 'application/octet-stream')
        .send(bytes as never)
    const sent = async () =>
      ((await someone.thread()) as Thread).messages.filter(({ kind }) => kind === 'file')
    it('reaches the other side, byte for byte, and is shown only as what it is', async () => {
      const clientId = crypto.randomUUID()
      for (let i = 0; i < 2; i++) await attach(PNG, 'boat.png', clientId).expect(204)
      const [file, ...more] = await sent()
      expect(more, 'a repeated send is one file').to.eql([])
      const { body, headers } = await anton
        .get(`/desk/${id}/files/${(file!.data as { file: number }).file}`)
        .expect(200)
      expect(Buffer.compare(body as Buffer, PNG)).to.equal(0)
      expect(headers).to.include({
        'content-type': 'image/png',
        'x-content-type-options': 'nosniff',
      })
      expect(headers['content-security-policy']).to.include("default-src 'none'")
    })
    it('goes from the agent to the visitor', async () => {
      await anton.http
        .post(`/api/desk/${id}/files?name=plan.pdf&clientId=${crypto.randomUUID()}`)
        .set('x-janua-token', anton.csrf)
        .set('content-type', 'application/pdf')
        .send(Buffer.from('%PDF-1.7 made up'))
        .expect(204)
      const file = (await sent()).at(-1)!
      await someone.get(`/files/${(file.data as { file: number }).file}`).expect(200)
    })
    it('is refused by its content, whatever it is called', async () => {
      expect(
        (await attach(Buffer.from('<svg onload="alert(1)"/>'), 'boat.png')).body.code,
      ).to.equal('NOT_AN_ATTACHMENT')
      expect((await attach(Buffer.alloc(0), 'empty.pdf')).body.code).to.equal('NOT_AN_ATTACHMENT')
      expect((await attach(Buffer.alloc(9 * 1024 * 1024), 'large.png')).status).to.equal(413)
    })
    it('is seen by nobody else', async () => {
      const file = ((await sent())[0]!.data as { file: number }).file
      await bria.get(`/desk/${id}/files/${file}`).expect(404)
      const stranger = await visitor(janua)
      await stranger.says('hello')
      await stranger.get(`/files/${file}`).expect(404)
    })
    it('goes when the visitor is forgotten', async () => {
      await someone.delete('/visitor').expect(204)
      expect(await janua.tables.attachments.count()).to.equal(0)
    })
  })
})

import type { AnswerData } from '@janua/contracts'
import { expect } from 'chai'
import { createHash } from 'node:crypto'
import { io, type Socket } from 'socket.io-client'
import { ConnectionRefusedError, DatabaseError } from 'sequelize'
import supertest from 'supertest'
import type { Letter } from '../../modules/channels/letter.ts'
import { FileStore } from '../files/store.ts'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { logger, redacted } from '../logger.ts'
import {
  article,
  freshJanua,
  member,
  type Member,
  openTestApp,
  publishAll,
  type TestClock,
  type TestVisitor,
  visitor,
} from '../../testing/harness.ts'
import { asProblem } from './errors.ts'
import { Limits } from './limits.ts'

const PNG = Buffer.concat([
  Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
  Buffer.alloc(200),
])

/** What attackers did to Janua, row by row, each held against a real server on the real database. */
describe('abuse', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let agent: Member
  let address = ''
  let queues: { bookings: number; refunds: number }
  const sent: Letter[] = []
  before(async () => {
    ;({ janua, clock, close } = await freshJanua(undefined, undefined, (letter) => {
      sent.push(letter)
      return Promise.resolve()
    }))
    lead = await member(janua, 'lead', 'Ines')
    agent = await member(janua, 'agent', 'Anton')
    ;({ queues } = await openTestApp(janua))
    await janua.handover.queues.save(lead, queues.refunds, { name: 'Refunds', members: [agent.id] })
    await new Promise<void>((done) => janua.server.listen(0, '127.0.0.1', done))
    const place = janua.server.address()
    address = `http://127.0.0.1:${typeof place === 'object' ? place!.port : 0}`
  })
  after(() => close())

  async function waits(mail = 'osk@mail.example'): Promise<{ someone: TestVisitor; id: number }> {
    const someone = await visitor(janua)
    await someone.says('my helicopter broke')
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk', mail }).expect(204)
    return { someone, id: (await someone.thread()).conversation! }
  }

  describe('row 1, reading what is not meant for visitors', () => {
    it('opens a source only to who gets the release that holds it, or had it cited', async () => {
      const someone = await visitor(janua)
      await someone.says('can I bring my dog')
      const { sources } = (await someone.thread()).messages.at(-1)!.data as unknown as AnswerData
      const { revision } = sources[0]!
      await someone.get(`/sources/${revision}`).expect(200)
      expect((await supertest(janua.app).get(`/api/visit/sources/${revision}`)).status).to.equal(
        404,
      )
      expect(
        (await supertest(janua.app).get(`/api/visit/help/sources/${revision}`)).status,
      ).to.equal(401)
    })
    it('serves no revision of a draft, of an earlier release, or of what was removed, whatever number is tried', async () => {
      const secret = article('Staff discount', 'Staff pay half. The code is 4711.\n')
      const { id, revision } = await janua.library.articles.add(lead, secret)
      const someone = await visitor(janua)
      await someone.get(`/sources/${revision}`).expect(404)
      await publishAll(janua)
      await someone.get(`/sources/${revision}`).expect(200)
      await lead.delete(`/articles/${id}`)
      await publishAll(janua)
      await someone.get(`/sources/${revision}`).expect(404)
      for (let each = 1; each < revision + 3; each++) {
        const { text } = await someone.get(`/sources/${each}`)
        expect(text).not.to.include('4711')
      }
    })
  })

  it('row 2: lets no visitor delete the team’s words by asking to be forgotten', async () => {
    const mallory = await visitor(janua)
    await mallory.says('Can I bring my dog?')
    await mallory.delete('/visitor').expect(204)
    const honest = await visitor(janua)
    await honest.says('Can I bring my dog?')
    expect((await honest.thread()).messages.at(-1)!.data).to.include({ outcome: 'answered' })
  })

  it('row 3: goes on counting and grouping after questions of any length, and shows what fails', async () => {
    for (let i = 0; i < 3; i++) {
      const someone = await visitor(janua)
      await someone.says(`where is ${'my very long winded submarine '.repeat(60)}`.slice(0, 1_900))
    }
    await janua.coverage.topics.pass('full')
    expect(await janua.tables.topics.count()).to.be.greaterThan(0)
    await lead.post('/topics/regroup').expect(204)
    await janua.jobs.runNow('topics')
    await janua.jobs.runNow('figures')
    const { jobs } = (await lead.get('/system')).body
    expect(jobs.filter(({ failing }: { failing: unknown }) => failing)).to.eql([])
  })

  describe('row 4, limits', () => {
    const limits = new Limits()
    it('count a verified visitor, whatever header is sent, and a network address', async () => {
      const use = (addressOf: string, visitorId?: number) =>
        limits.use('newVisitor', { address: addressOf, visitor: visitorId }).then(
          () => 'let through',
          (cause: { code: string }) => cause.code,
        )
      const all = []
      for (let i = 0; i < 70; i++) all.push(await use('203.0.113.50'))
      expect(all.filter((each) => each === 'let through').length).to.equal(60)
      expect(all.at(-1)).to.equal('TOO_MANY')
      expect(await use('203.0.113.51')).to.equal('let through')
    })
    it('count all addresses of one IPv6 network together', async () => {
      const own = new Limits()
      const tries = await Promise.all(
        Array.from({ length: 70 }, (_, i) =>
          own.use('newVisitor', { address: `2001:db8:1:2::${i.toString(16)}` }).then(
            () => 1,
            () => 0,
          ),
        ),
      )
      expect(tries.reduce<number>((sum, each) => sum + each, 0)).to.equal(60)
    })
    it('hold for every request of a visitor, and no stranger makes rows', async () => {
      for (const { path, action, before = [] } of janua.routes)
        if (action === 'conversation.visit' || action === 'door.visit')
          expect(before, path).not.to.eql([])
      const count = async () =>
        (await janua.db.query('SELECT COUNT(*) AS n FROM sessions', { plain: true }))!.n
      const rows = await count()
      await supertest(janua.app).get('/api/session').expect(200)
      expect(await count()).to.equal(rows)
    })
  })

  describe('row 5, filling the disk', () => {
    it('keeps files outside the database, once', async () => {
      const { someone } = await waits()
      const send = () =>
        someone
          .post(`/files?name=a.png&clientId=${crypto.randomUUID()}`)
          .set('content-type', 'application/octet-stream')
          .send(PNG as never)
      await send().expect(204)
      await send().expect(204)
      const rows = await janua.tables.attachments.findAll()
      const hash = createHash('sha256').update(PNG).digest('hex')
      expect(rows.slice(-2).map((row) => row.hash)).to.eql([hash, hash])
      expect((await janua.store.read(hash)).equals(PNG)).to.equal(true)
    })
    it('refuses a visitor who has used their share', async () => {
      const { someone, id } = await waits()
      await janua.tables.attachments.create({
        conversationId: id,
        name: 'large.pdf',
        type: 'application/pdf',
        size: 60 * 1024 * 1024,
        hash: null,
        createdAt: clock.now(),
      })
      const refused = await someone
        .post(`/files?name=b.png&clientId=${crypto.randomUUID()}`)
        .set('content-type', 'application/octet-stream')
        .send(PNG as never)
      expect([refused.status, refused.body.code]).to.eql([413, 'QUOTA_USED'])
    })
    it('refuses files below a floor of free space, and the lead sees it', async () => {
      const full = new FileStore(janua.store.folder, { leastFreeMb: 512 }, () =>
        Promise.resolve(400 * 1024 * 1024),
      )
      const refused = await full
        .put(Buffer.from('new'))
        .catch((cause: { code: string }) => cause.code)
      expect(refused).to.equal('DISK_FULL')
      expect(await full.room()).to.include({ isFull: true })
      expect((await lead.get('/system')).body.files).to.include({ isFull: false })
    })
    it('removes files that nothing refers to, once they are old', async () => {
      const hash = await janua.store.put(Buffer.from('nobody needs this'))
      const used = async (hashes: readonly string[]) =>
        new Set(hashes.filter((each) => each !== hash))
      expect(await janua.store.sweep(used, new Date())).to.equal(0)
      expect(await janua.store.sweep(used, new Date(Date.now() + 25 * 3_600_000))).to.equal(1)
    })
  })

  it('row 6: says that the database is away when it ends under a question, not that something broke', () => {
    const original = Object.assign(new Error('socket has unexpectedly been closed'), {
      code: 'ER_SOCKET_UNEXPECTED_CLOSE',
    })
    expect(asProblem(new DatabaseError(original as never))).to.include({ status: 503 })
    expect(asProblem(new ConnectionRefusedError(original))).to.include({ status: 503 })
  })

  describe('row 7, mail to strangers', () => {
    it('sends no words of a visitor to an address that was not proved, and only so many a day', async () => {
      sent.length = 0
      const mail = 'victim@mail.example'
      await agent.put('/presence', { presence: 'off' }).expect(204)
      for (let i = 0; i < 9; i++) {
        const { someone } = await waits(mail)
        await someone.post('/way', { way: 'case' }).expect(204)
        expect((await someone.thread()).state).to.equal('case')
      }
      await agent.put('/presence', { presence: 'here' }).expect(204)
      for (let i = 0; i < 5; i++) await janua.channels.outbox.tick()
      const letters = sent.filter(({ to }) => to === mail)
      expect(letters.length).to.equal(4)
      for (const { text, automatic } of letters) {
        expect(text).not.to.include('helicopter')
        expect(automatic).to.equal(true)
      }
    })
  })

  it('row 8: shows a visitor no rule, no queue, no reason for a move, and no name of who signs as the team', async () => {
    const { someone, id } = await waits()
    await agent.post(`/desk/${id}/take`).expect(204)
    await agent
      .post(`/desk/${id}/replies`, { clientId: crypto.randomUUID(), text: 'Hello.', asTeam: true })
      .expect(204)
    await agent
      .post(`/desk/${id}/move`, { queue: queues.bookings, reason: 'a difficult person' })
      .expect(204)
    const seen = JSON.stringify(await someone.thread())
    for (const secret of ['Refunds', 'Bookings', 'difficult', 'Anton', 'money', 'because'])
      expect(seen, secret).not.to.include(secret)
  })

  describe('row 11, sockets', () => {
    const open = (options: object = {}) =>
      new Promise<Socket>((done, failed) => {
        const socket = io(address, {
          path: '/live',
          transports: ['websocket'],
          reconnection: false,
          forceNew: true,
          ...options,
        })
        socket.once('connect', () => done(socket)).once('connect_error', failed)
      })
    it('are at most a dozen for one visitor: the oldest go', async () => {
      const { token } = await visitor(janua)
      const sockets: Socket[] = []
      for (let i = 0; i < 15; i++) sockets.push(await open({ auth: { token } }))
      await new Promise((done) => setTimeout(done, 100))
      expect(sockets.filter(({ connected }) => connected).length).to.equal(12)
      for (const socket of sockets) socket.disconnect()
    })
    it('are cut off when they flood us with events', async () => {
      const socket = await open({ auth: { token: (await visitor(janua)).token } })
      const ended = new Promise((done) => socket.once('disconnect', done))
      for (let i = 0; i < 200; i++) socket.emit('typing')
      await ended
      expect(socket.connected).to.equal(false)
    })
    it('row 19: are refused to pages of other sites, and end with the session', async () => {
      const cookie = (await lead.http.get('/api/session').then(() => cookieOf(lead))).trim()
      const foreign = await open({
        extraHeaders: { cookie, origin: 'https://evil.example' },
      }).catch(() => 'refused')
      expect(foreign).to.equal('refused')
      const other = await member(janua, 'agent', 'Signs Out')
      const own = await open({ extraHeaders: { cookie: cookieOf(other) } })
      const ended = new Promise((done) => own.once('disconnect', done))
      await other.delete('/session').expect(204)
      await ended
    })
    it('stay when a queue is saved, and hear of the queues that are theirs now', async () => {
      const own = await open({ extraHeaders: { cookie: cookieOf(agent) } })
      const told = new Promise((done) => own.once('queues', done))
      await janua.handover.queues.save(lead, queues.bookings, {
        name: 'Bookings',
        members: [agent.id],
      })
      await told
      const heard = new Promise((done) => own.once('conversation', done))
      const someone = await visitor(janua)
      await someone.says('may I have a boat')
      await someone.post('/person', { language: 'en' })
      await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' })
      await heard
      expect(own.connected).to.equal(true)
      own.disconnect()
    })
  })

  it('row 12: stores a message that masking lengthens', async () => {
    const someone = await visitor(janua)
    const text = Array.from({ length: 300 }, (_, i) => `a${i % 10}@b.c`)
      .join(' ')
      .slice(0, 1_990)
    expect((await someone.says(text)).status).to.equal(204)
    expect((await someone.thread()).messages.at(-1)!.author).to.equal('assistant')
  })

  describe('row 14, what is kept of visitors', () => {
    it('ends after the days that the lead has set, but for a legal hold; questions stay without a person', async () => {
      const [gone, held] = [await visitor(janua), await visitor(janua)]
      for (const each of [gone, held]) await each.says('may I bring a marmot')
      const of = async (someone: TestVisitor) => (await someone.thread()).conversation!
      const [goneId, heldId] = [await of(gone), await of(held)]
      for (const each of [gone, held]) await each.post('/end').expect(204)
      const { visitorId } = (await janua.tables.conversations.findByPk(heldId))!
      await lead.put(`/visitors/${visitorId}/hold`, { because: 'a claim' }).expect(204)
      const asked = await janua.tables.questions.count()
      await lead
        .put('/retention', { conversationDays: 30, attachmentDays: null, auditDays: null })
        .expect(204)
      clock.pass(31 * 86_400)
      for (let i = 0; i < 3; i++) await janua.conversations.visitorRecords.tick()
      expect(await janua.tables.conversations.findByPk(goneId)).to.equal(null)
      expect(await janua.tables.conversations.findByPk(heldId)).not.to.equal(null)
      expect(await janua.tables.questions.count()).to.equal(asked)
      expect((await held.delete('/visitor')).body.code).to.equal('ON_HOLD')
      clock.set('2026-11-23T12:00:00Z')
    })
    it('is given out to the visitor by a lead', async () => {
      const { id } = await waits('export@mail.example')
      const { visitorId } = (await janua.tables.conversations.findByPk(id))!
      const { body } = await lead.get(`/visitors/${visitorId}/export`).expect(200)
      expect(body.visitor).to.include({ name: 'Osk', mail: 'export@mail.example' })
      expect(JSON.stringify(body.conversations)).to.include('my helicopter broke')
      await agent.get(`/visitors/${visitorId}/export`).expect(403)
    })
  })

  it('row 16: writes neither tokens nor values of statements to the log', () => {
    const lines: string[] = []
    const log = logger('warn', { write: (line: string) => void lines.push(line) })
    const token = 'a1'.repeat(32)
    log.error(
      {
        err: Object.assign(new Error(`Data too long: ('osk@mail.example', '${token}')`), {
          sql: `INSERT … '${token}'`,
          parameters: [token],
          original: { code: 'ER_DATA_TOO_LONG' },
        }),
        path: `/api/links/${token}`,
      },
      'request failed',
    )
    expect(lines.join()).not.to.include(token).and.not.to.include('osk@')
    expect(lines.join()).to.include('ER_DATA_TOO_LONG').and.to.include('[secret]')
    expect(redacted(`see /link/${token}`)).to.equal('see /link/[secret]')
  })

  describe('row 17, what Express refuses', () => {
    const cases: [string, (http: ReturnType<typeof supertest>) => supertest.Test, number][] = [
      ['an address that cannot be decoded', (http) => http.get('/api/visit/%E0%A4%A'), 400],
      [
        'a charset that there is not',
        (http) =>
          http
            .post('/api/session')
            .set({ 'x-janua-token': 'none', 'content-type': 'application/json; charset=klingon' })
            .send('{}'),
        400,
      ],
      [
        'a coding that there is not',
        (http) =>
          http
            .post('/api/session')
            .set({
              'x-janua-token': 'none',
              'content-type': 'application/json',
              'content-encoding': 'zebra',
            })
            .send('{}'),
        400,
      ],
      ['a script that there is not', (http) => http.get('/assets/none.js'), 404],
      ['an address of no page', (http) => http.get('/metrics').set('accept', '*/*;q=0.1'), 404],
      ['the demo where there is none', (http) => http.get('/demo/help'), 404],
      ['a path that is no page', (http) => http.get('/openapi.json'), 404],
    ]
    for (const [what, send, status] of cases)
      it(`is ${what}: ${status}`, async () => {
        const answer = await send(supertest(janua.app))
        expect(answer.status, answer.text.slice(0, 200)).to.equal(status)
        expect(answer.text).not.to.match(/node_modules|\bat .*\.ts:/)
      })
    it('names the right limit of a file that is too large', async () => {
      const { someone } = await waits()
      const refused = await someone
        .post(`/files?name=a.png&clientId=${crypto.randomUUID()}`)
        .set('content-type', 'application/octet-stream')
        .send(Buffer.alloc(9 * 1024 * 1024) as never)
      expect([refused.status, refused.body.message]).to.eql([
        413,
        'That is too large. The limit is 8 MB.',
      ])
    })
  })

  it('row 21: shows editors no more of agents’ replies in the log than at the desk', async () => {
    const { someone, id } = await waits()
    await agent.post(`/desk/${id}/take`).expect(204)
    await agent
      .post(`/desk/${id}/replies`, { clientId: crypto.randomUUID(), text: 'The secret is 42.' })
      .expect(204)
    await someone.thread()
    const question = (await janua.tables.questions.findOne({ where: { conversationId: id } }))!
    const editor = await member(janua, 'editor')
    await editor.get(`/desk/${id}`).expect(403)
    const seen = await editor.get(`/log/${question.id}`).expect(200)
    expect(seen.text).not.to.include('The secret is 42.')
    expect((await lead.get(`/log/${question.id}`)).text).to.include('The secret is 42.')
  })

  it('row 23: opens an original only to who is signed in or holds a signed address', async () => {
    const hash = await janua.library.files.keep({
      name: 'plan.pdf',
      type: 'application/pdf',
      bytes: Buffer.from('%PDF-1.4 plan'),
    })
    const http = supertest(janua.app)
    await http.get(`/files/${hash}`).expect(404)
    await lead.http.get(`/files/${hash}`).expect(200)
    const signed = janua.library.fileLinks.signed(hash)
    await http.get(signed).expect(200)
    await http.get(`${signed.slice(0, -1)}${signed.endsWith('A') ? 'B' : 'A'}`).expect(404)
    clock.pass(13 * 3_600)
    await http.get(signed).expect(404)
    clock.set('2026-11-23T12:00:00Z')
    const { headers } = await http.get('/api/visit/help')
    expect(headers['permissions-policy']).to.include('camera=()')
    expect(headers['strict-transport-security']).to.include('max-age')
    const door = (await http.get('/door/help')).get('content-security-policy')!
    expect(door).to.include("img-src 'self' data: blob:;")
  })

  it('row 18: takes no address that would run something', async () => {
    const page = {
      title: 'x',
      collection: '',
      format: 'page',
      file: null,
      address: 'javascript:alert(1)',
      pages: null,
      phrasings: [],
      parts: [],
      reviewOn: null,
    }
    const { documentContent } = await import('@janua/contracts/schemas')
    expect(documentContent.validate(page).error?.message).to.include('address')
    expect(documentContent.validate({ ...page, address: 'https://x.example/y' }).error).to.equal(
      undefined,
    )
  })
})

/** The session cookie of a member's agent, for a socket. */
function cookieOf({ http }: Member): string {
  const jar = (
    http as unknown as { jar: { getCookies(access: unknown): { toValueString(): string } } }
  ).jar
  const access = { domain: '127.0.0.1', path: '/', secure: false, script: false }
  return jar.getCookies(access).toValueString()
}

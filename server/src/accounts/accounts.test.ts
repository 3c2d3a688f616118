import { expect } from 'chai'
import supertest from 'supertest'
import type { Janua } from '../janua.ts'
import {
  freshJanua,
  member,
  type Member,
  PASSWORD,
  signIn,
  type TestClock,
} from '../testing/harness.ts'

describe('accounts', () => {
  let janua: Janua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead', 'Ines Lead')
  })
  after(() => close())

  it('keeps no password, only an Argon2id hash', async () => {
    const user = await janua.tables.users.findByPk(lead.id)
    expect(user!.password)
      .to.match(/^\$argon2id\$/)
      .and.not.include(PASSWORD)
  })

  it('invites by a link that works once', async () => {
    const { body } = await lead
      .post('/team', { name: 'Bria Agent', mail: 'Bria@Team.example', role: 'agent' })
      .expect(201)
    const http = supertest.agent(janua.app)
    const { csrf } = (await http.get('/api/session')).body as { csrf: string }
    const use = () =>
      http
        .post('/api/links')
        .set('x-janua-token', csrf)
        .send({ token: body.token, password: 'chosen by bria' })
    const first = await use()
    expect(first.body).to.have.nested.property('user.mail', 'bria@team.example')
    const again = await supertest.agent(janua.app).get(`/api/links/${body.token}`)
    expect(again.status).to.equal(410)
    expect((await signIn(janua, 'bria@team.example', 'chosen by bria')).csrf).to.be.a('string')
  })

  it('refuses a second account with the same address, in plain words', async () => {
    const { status, body } = await lead.post('/team', {
      name: 'X',
      mail: 'ines.lead@team.example',
      role: 'agent',
    })
    expect({ status, message: body.message }).to.eql({
      status: 409,
      message: 'ines.lead@team.example belongs to somebody on the team already.',
    })
  })

  it('slows down after repeated failures, even with the right password, and lets in again later', async () => {
    await member(janua, 'editor', 'Slow Down')
    for (let i = 0; i < 5; i++)
      await signIn(janua, 'slow.down@team.example', 'wrong').catch(() => undefined)
    const refused = await signIn(janua, 'slow.down@team.example').catch(
      (cause: Error) => cause.message,
    )
    expect(refused).to.include('Too many tries')
    clock.pass(20)
    expect((await signIn(janua, 'slow.down@team.example')).csrf).to.be.a('string')
  })

  it('does not tell whether an address exists', async () => {
    const say = async (mail: string) =>
      signIn(janua, mail, 'wrong').catch((cause: Error) => cause.message.replace(mail, ''))
    expect(await say('nobody@team.example')).to.equal(await say('ines.lead@team.example'))
  })

  it('keeps the last lead, whatever is tried', async () => {
    for (const change of [{ role: 'agent' }, { active: false }])
      expect((await lead.patch(`/team/${lead.id}`, change)).body.code).to.equal('LAST_LEAD')
    const other = await member(janua, 'lead', 'Second Lead')
    const both = await Promise.all([
      lead.patch(`/team/${lead.id}`, { role: 'editor' }),
      other.patch(`/team/${other.id}`, { role: 'editor' }),
    ])
    expect(both.map(({ status }) => status).sort()).to.eql([204, 409])
    const leads = await janua.tables.users.count({ where: { role: 'lead', active: true } })
    expect(leads).to.equal(1)
    await janua.tables.users.update({ role: 'lead' }, { where: { id: lead.id } })
  })

  it('ends the sessions of who is deactivated', async () => {
    const agent = await member(janua, 'agent')
    await agent.get('/desk').expect(200)
    await lead.patch(`/team/${agent.id}`, { active: false }).expect(204)
    await agent.get('/desk').expect(401)
    const refused = await signIn(janua, `${agent.name.replace(' ', '.')}@team.example`).catch(
      (cause: Error) => cause.message,
    )
    expect(refused).to.include('do not go together')
  })

  it('writes who did what into the audit trail', async () => {
    const { body } = await lead.get('/audit?search=bria')
    expect(
      body.rows.map(({ who, action }: { who: string; action: string }) => `${who} ${action}`),
    ).to.include('Ines Lead invited')
  })

  it('makes the first lead by a set-up link only while there is nobody', async () =>
    expect(await janua.accounts.setupLink()).to.equal(undefined))
})

describe('protection of requests', () => {
  let janua: Janua
  let close: () => Promise<void>
  let lead: Member
  before(async () => {
    ;({ janua, close } = await freshJanua())
    lead = await member(janua, 'lead')
  })
  after(() => close())

  it('refuses a change without the session’s token, with a wrong one, or from another site', async () => {
    const change = () => lead.http.put('/api/presence').send({ presence: 'here' })
    expect((await change()).body.code).to.equal('FORGED')
    expect((await change().set('x-janua-token', 'f'.repeat(64))).body.code).to.equal('FORGED')
    expect(
      (await change().set('x-janua-token', lead.csrf).set('origin', 'https://evil.example')).body
        .code,
    ).to.equal('FORGED')
    expect(
      (await change().set('x-janua-token', lead.csrf).set('sec-fetch-site', 'cross-site')).body
        .code,
    ).to.equal('FORGED')
    await change().set('x-janua-token', lead.csrf).expect(204)
  })
  it('allows no inline script and no frame of the team’s app', async () => {
    const policy = (await lead.get('/session')).get('content-security-policy')!
    expect(policy).to.include("script-src 'self';").and.include("frame-ancestors 'none'")
    expect(policy).not.to.match(/script-src[^;]*unsafe/)
  })
  it('answers broken JSON, wrong shapes and unknown addresses in plain words', async () => {
    const raw = await lead.http
      .post('/api/team')
      .set('x-janua-token', lead.csrf)
      .set('content-type', 'application/json')
      .send('{"name":')
    expect(raw.body).to.eql({
      code: 'BAD_JSON',
      message: 'The request could not be read: it is not valid JSON.',
    })
    const wrong = await lead.post('/team', { name: '', mail: 'no', role: 'king' })
    expect(wrong.status).to.equal(422)
    expect(wrong.body.message).to.match(/^Please look at this again: /)
    expect((await lead.get('/nothing-here')).body.code).to.equal('NOT_FOUND')
  })
})

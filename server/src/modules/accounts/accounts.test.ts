import { expect } from 'chai'
import { generate } from 'otplib'
import supertest from 'supertest'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { freshJanua, member, type Member, PASSWORD, signIn } from '../../testing/harness.ts'

describe('accounts', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let lead: Member
  before(async () => {
    ;({ janua, close } = await freshJanua())
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
        .send({ token: body.token, password: 'chosen by bria alone' })
    const first = await use()
    expect(first.body).to.have.nested.property('user.mail', 'bria@team.example')
    const again = await supertest.agent(janua.app).get(`/api/links/${body.token}`)
    expect(again.status).to.equal(410)
    expect((await signIn(janua, 'bria@team.example', 'chosen by bria alone')).csrf).to.be.a(
      'string',
    )
  })

  it('keeps the language that somebody has chosen, for every device of theirs', async () => {
    const chosen = async () => (await lead.get('/session')).body.user.language as string | null
    expect(await chosen()).to.equal(null)
    await lead.put('/account/language', { language: 'de' }).expect(204)
    expect(await chosen()).to.equal('de')
    expect((await lead.put('/account/language', { language: 'German' })).status).to.equal(422)
  })
  it('refuses in the language that is asked in, each field too', async () => {
    const { body } = await lead
      .post('/team', { name: '', mail: 'no', role: 'lead' })
      .set('accept-language', 'de-AT,de;q=0.8,en;q=0.5')
    expect(body.message).to.equal(
      'Bitte sehen Sie sich das noch einmal an: „Name“ fehlt; „E-Mail-Adresse“ muss eine E-Mail-Adresse sein, wie ann@firma.example.',
    )
    expect(body.detail).to.deep.include({ path: ['name'], message: '„Name“ fehlt' })
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

  /** Tries to sign in from a network address. */
  const tries = (from: string, mail: string, password: string, code?: string) =>
    supertest(janua.app)
      .post('/api/session')
      .set({ 'x-janua-token': 'none', 'x-forwarded-for': from })
      .send({ mail, password, ...(code && { code }) })

  it('slows down a source after repeated failures, and nobody else', async () => {
    await member(janua, 'editor', 'Slow Down')
    const mail = 'slow.down@team.example'
    for (let i = 0; i < 5; i++)
      expect((await tries('203.0.113.7', mail, 'wrong')).status).to.equal(401)
    expect((await tries('203.0.113.7', mail, PASSWORD)).status).to.equal(429)
    expect((await tries('203.0.113.8', mail, PASSWORD)).status, 'from elsewhere').to.equal(200)
  })

  it('answers the same whether an address is known or not, however often it is tried', async () => {
    const answers = async (from: string, mail: string) => {
      const all = []
      for (let i = 0; i < 7; i++) {
        const { status, body } = await tries(from, mail, 'wrong')
        all.push(`${status} ${body.code}`)
      }
      return all
    }
    expect(await answers('203.0.113.9', 'nobody@team.example')).to.eql(
      await answers('203.0.113.9', 'ines.lead@team.example'),
    )
  })

  it('refuses passwords that are tried first, short ones, and those made of one’s name', async () => {
    const editor = await member(janua, 'editor', 'Wanda Strong')
    const change = (password: string) =>
      editor.put('/account/password', { current: PASSWORD, password })
    for (const weak of [
      '1234567890',
      '123456789012',
      'aaaaaaaaaaaaaa',
      'password123',
      'Password1234!',
      'qwertyuiop123',
      '            ',
      'wandastrong1',
      'janua-janua-1',
      'iloveyouiloveyou',
    ]) {
      const { status, body } = await change(weak)
      expect(status, weak).to.equal(422)
      expect(body.message, weak).to.match(/password|“password”/i)
    }
    await change('gravel lantern nine').expect(204)
    expect((await tries('203.0.113.20', 'wanda.strong@team.example', PASSWORD)).status).to.equal(
      401,
    )
    expect(
      (await tries('203.0.113.21', 'wanda.strong@team.example', 'gravel lantern nine')).status,
    ).to.equal(200)
  })

  it('ends other sessions when the password is changed, shows one’s own, and ends any of them', async () => {
    const agent = await member(janua, 'agent', 'Many Windows')
    const other = await signIn(janua, 'many.windows@team.example')
    const sessions = async () =>
      (await agent.get('/account')).body.sessions as { id: string; isThis: boolean }[]
    expect((await sessions()).map(({ isThis }) => isThis).sort()).to.eql([false, true])
    const theirs = (await sessions()).find(({ isThis }) => !isThis)!
    await agent.delete(`/account/sessions/${theirs.id}`).expect(204)
    expect((await other.get('/desk')).status).to.equal(401)
    const third = await signIn(janua, 'many.windows@team.example')
    await agent
      .put('/account/password', { current: PASSWORD, password: 'gravel lantern ten' })
      .expect(204)
    expect((await third.get('/desk')).status).to.equal(401)
    await agent.get('/desk').expect(200)
  })

  it('asks for the code of an authenticator app, takes each once, and recovery codes too', async () => {
    const editor = await member(janua, 'editor', 'Two Factors')
    const mail = 'two.factors@team.example'
    const { secret, qr } = (await editor.post('/account/second-factor').expect(200)).body
    expect(qr).to.match(/^<svg/)
    expect((await editor.put('/account/second-factor', { code: '000000' })).body.code).to.equal(
      'WRONG_CODE',
    )
    const now = Math.floor(Date.now() / 1_000)
    const code = await generate({ secret, epoch: now - 30 })
    const { codes } = (await editor.put('/account/second-factor', { code }).expect(200)).body
    expect((await tries('203.0.113.30', mail, PASSWORD)).body.code).to.equal('CODE_NEEDED')
    expect((await tries('203.0.113.30', mail, 'wrong')).body.code).to.equal('WRONG_SIGN_IN')
    expect((await tries('203.0.113.30', mail, PASSWORD, code)).status, 'used before').to.equal(401)
    const next = await generate({ secret, epoch: now })
    expect((await tries('203.0.113.30', mail, PASSWORD, next)).status).to.equal(200)
    expect((await tries('203.0.113.30', mail, PASSWORD, codes[0])).status).to.equal(200)
    expect((await tries('203.0.113.30', mail, PASSWORD, codes[0])).status, 'used up').to.equal(401)
    expect((await editor.get('/account')).body).to.include({ recoveryCodesLeft: 9 })
    const row = await janua.tables.users.findByPk(editor.id)
    expect(JSON.stringify(row!.recoveryCodes)).not.to.include(codes[1])
  })

  it('keeps a lead without a second factor to setting one up, where the team asks for one', async () => {
    await lead.put('/security', { secondFactorForLeads: true, idleHours: 12 }).expect(204)
    const { status, body } = await lead.get('/today')
    expect([status, body.code]).to.eql([403, 'SECOND_FACTOR_NEEDED'])
    expect((await lead.get('/session')).body).to.include({ needsSecondFactor: true })
    await lead.get('/account').expect(200)
    await janua.accounts.security.save(lead, { secondFactorForLeads: false, idleHours: 12 })
  })

  it('ends a session that nobody used for as long as the team has set', async () => {
    const agent = await member(janua, 'agent', 'Gone Home')
    await agent.get('/desk').expect(200)
    await janua.db.query(
      'UPDATE sessions SET expires = NOW() - INTERVAL 1 SECOND WHERE user_id = :id',
      {
        replacements: { id: agent.id },
      },
    )
    await agent.get('/desk').expect(401)
  })

  it('stores nothing for who only looks at the sign-in page', async () => {
    const count = async () =>
      (await janua.db.query('SELECT COUNT(*) AS n FROM sessions', { plain: true }))!.n
    const before = await count()
    for (let i = 0; i < 5; i++) await supertest(janua.app).get('/api/session').expect(200)
    expect(await count()).to.equal(before)
  })

  it('lets nobody in by an invitation once they were deactivated', async () => {
    const { body } = await lead
      .post('/team', { name: 'Too Late', mail: 'too.late@team.example', role: 'agent' })
      .expect(201)
    const { id } = (await janua.tables.users.findOne({ where: { mail: 'too.late@team.example' } }))!
    await lead.patch(`/team/${id}`, { active: false }).expect(204)
    const used = await supertest(janua.app)
      .post('/api/links')
      .set('x-janua-token', 'none')
      .send({ token: body.token, password: 'gravel lantern nine' })
    expect([used.status, used.body.code]).to.eql([410, 'LINK_USED'])
  })

  it('gives a lead a way back in on the server', async () => {
    const token = await janua.accounts.accounts.recover('ines.lead@team.example')
    expect((await supertest(janua.app).get(`/api/links/${token}`)).body).to.include({
      kind: 'reset',
      mail: 'ines.lead@team.example',
    })
    expect(
      await janua.accounts.accounts
        .recover('two.factors@team.example')
        .catch((cause: Error) => cause.message),
    ).to.include('No active lead')
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
    expect(await janua.accounts.accounts.setupLink()).to.equal(undefined))
})

describe('protection of requests', () => {
  let janua: OpenJanua
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

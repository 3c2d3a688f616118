import { expect } from 'chai'
import type { AddressInfo } from 'node:net'
import { SMTPServer } from 'smtp-server'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { freshJanua, member, type Member, openTestApp } from '../../testing/harness.ts'

/** A mail server of a team's own, which wants a password. */
class OwnServer {
  readonly taken: { to: string; text: string }[] = []
  private readonly server = new SMTPServer({
    hideSTARTTLS: true,
    allowInsecureAuth: true,
    onAuth: ({ username, password }, _session, done) =>
      username === 'team' && password === 's3cret/:@'
        ? done(null, { user: username })
        : done(new Error('535 wrong password')),
    onData: (stream, session, done) => {
      let text = ''
      stream.on('data', (bytes: Buffer) => (text += bytes.toString()))
      stream.on('end', () => {
        this.taken.push({ to: session.envelope.rcptTo[0]!.address, text })
        done()
      })
    },
  })
  async open(): Promise<number> {
    await new Promise<void>((done) => this.server.listen(0, '127.0.0.1', done))
    return (this.server.server.address() as AddressInfo).port
  }
  close(): Promise<void> {
    return new Promise((done) => this.server.close(done))
  }
}

describe('the mail server', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let lead: Member
  let own: OwnServer
  let given: object
  before(async () => {
    ;({ janua, close } = await freshJanua())
    await openTestApp(janua)
    lead = await member(janua, 'lead')
    own = new OwnServer()
    given = {
      host: '127.0.0.1',
      port: await own.open(),
      secure: false,
      user: 'team',
      password: 's3cret/:@',
      from: 'help@osk.example',
    }
  })
  after(async () => {
    await close()
    await own.close()
  })

  it('is none at first, and a test says so', async () => {
    const { body } = await lead.get('/mail').expect(200)
    expect(body).to.include({ source: 'none', server: null })
    await lead.post('/mail/test', { to: 'ines@osk.example' }).expect(409)
  })
  it('is set with a password that nobody reads again', async () => {
    const { body } = await lead.put('/mail', given).expect(200)
    expect(body.source).to.equal('settings')
    expect(body.server).to.include({ host: '127.0.0.1', from: 'help@osk.example' })
    expect(body.server.hasPassword).to.equal(true)
    expect(JSON.stringify(body)).not.to.contain('s3cret')
    expect(JSON.stringify(await janua.settings.read('mail'))).not.to.contain('s3cret')
  })
  it('takes a test, and lets visitors be promised mail from then on', async () => {
    await lead.post('/mail/test', { to: 'ines@osk.example' }).expect(204)
    expect(own.taken[0]!.to).to.equal('ines@osk.example')
    expect(own.taken[0]!.text).to.contain('help@osk.example')
    expect((await lead.http.get('/api/visit/help')).body.sendsMail).to.equal(true)
  })
  it('keeps the password when it is changed without one, but not for another host', async () => {
    const { password: _, ...without } = given as Record<string, unknown>
    await lead.put('/mail', { ...without, from: 'team@osk.example' }).expect(200)
    await lead.post('/mail/test', { to: 'ines@osk.example' }).expect(204)
    const { body } = await lead.put('/mail', { ...without, host: 'localhost' }).expect(200)
    expect(body.server.hasPassword).to.equal(false)
    const refused = await lead.post('/mail/test', { to: 'ines@osk.example' }).expect(502)
    expect(refused.body.message).to.contain('did not take the mail')
  })
  it('refuses what is no server, in plain words', async () => {
    const refused = await lead.put('/mail', { ...given, host: 'smtp://mail' }).expect(422)
    expect(refused.body.message).to.contain('like mail.example.com')
    await lead.put('/mail', { ...given, from: 'nobody' }).expect(422)
  })
  it('is removed, and promises nothing any more', async () => {
    expect((await lead.http.delete('/api/mail').set('x-janua-token', 'x')).status).to.equal(403)
    await lead.delete('/mail').expect(200)
    expect((await lead.get('/mail')).body.source).to.equal('none')
    expect((await lead.http.get('/api/visit/help')).body.sendsMail).to.equal(false)
  })
  it('is for leads alone', async () => {
    const editor = await member(janua, 'editor')
    await editor.get('/mail').expect(403)
    await editor.put('/mail', given).expect(403)
  })
})

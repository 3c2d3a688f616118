import { expect } from 'chai'
import { FakeServer, refusal } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import SignInPage from './SignInPage.vue'

describe('SignInPage', () => {
  const server = new FakeServer()
  const NOBODY = { user: null, token: 't' }
  let page: ReturnType<typeof mounted>
  async function opened(at = '/sign-in'): Promise<void> {
    page = mounted(SignInPage, { at })
    await settled()
  }
  const types = (name: string, text: string) => page.get(`[data-test="${name}"]`).setValue(text)
  async function signsIn(): Promise<void> {
    await types('mail', ' ines@team.example ')
    await types('password', 'lantern at the quay')
    await page.get('form').trigger('submit')
    await settled()
  }
  beforeEach(() => {
    server.listen()
    server.on('GET', '/session', () => NOBODY)
  })
  afterEach(() => page.unmount())

  it('asks for no code before the account is known to want one', async () => {
    await opened()
    expect(page.find('[data-test="code"]').exists()).to.equal(false)
    server.on('POST', '/session', () => refusal(401, { code: 'CODE_NEEDED' }))
    await signsIn()
    expect(page.find('[data-test="code"]').exists()).to.equal(true)
    expect(page.find('[data-test="failure"]').exists()).to.equal(false)
  })
  it('sends mail and password, and the code once there is one', async () => {
    await opened()
    server.on('POST', '/session', () => refusal(401, { code: 'CODE_NEEDED' }))
    await signsIn()
    await types('code', '123456')
    await page.get('form').trigger('submit')
    await settled()
    expect(server.changes.map(({ body }) => body)).to.eql([
      { mail: 'ines@team.example', password: 'lantern at the quay' },
      { mail: 'ines@team.example', password: 'lantern at the quay', code: '123456' },
    ])
  })
  it('says in the server’s words why it is refused, and keeps what was typed', async () => {
    await opened()
    server.on('POST', '/session', () =>
      refusal(401, { code: 'WRONG_PASSWORD', message: 'Mail address or password is wrong.' }),
    )
    await signsIn()
    expect(page.get('[data-test="failure"]').text()).to.equal('Mail address or password is wrong.')
    const mail = page.get('[data-test="mail"]').element as HTMLInputElement
    expect(mail.value.trim()).to.equal('ines@team.example')
  })
  it('says so when the server is not there', async () => {
    server.on('GET', '/session', () => new TypeError('fetch failed'))
    await opened()
    expect(page.find('[data-test="failure"]').exists()).to.equal(true)
  })
})

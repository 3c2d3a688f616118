import type { MailServerView } from '@janua/contracts'
import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import MailPage from './MailPage.vue'

const SET: MailServerView = {
  source: 'settings',
  server: {
    host: 'mail.osk.example',
    port: 587,
    secure: false,
    user: 'team',
    from: 'help@osk.example',
    hasPassword: true,
  },
  waiting: 0,
  problem: null,
}

describe('MailPage', () => {
  const server = new FakeServer()
  let page: ReturnType<typeof mounted>
  const opened = async (view: Partial<MailServerView>) => {
    server.on('GET', '/mail', () => ({ ...SET, ...view }))
    page = mounted(MailPage)
    await settled()
  }
  beforeEach(() => server.listen())
  afterEach(() => page.unmount())

  it('says what is missing where no server is set, and offers no test', async () => {
    await opened({ source: 'none', server: null })
    expect(page.get('[data-test="mail-head"]').text()).to.equal('Mail is not set up')
    expect(page.text()).to.contain('reply comes to the page')
    expect(page.find('[data-test="mail-test"]').exists()).to.equal(false)
  })
  it('stores a server, and sends no password where one is kept and nobody typed another', async () => {
    await opened({})
    server.on('PUT', '/mail', () => SET)
    await page.get('[data-test="mail-from"]').setValue('team@osk.example')
    await page.get('[data-test="mail-form"]').trigger('submit')
    await settled()
    const { body } = server.changes[0]!
    expect(body).to.include({ host: 'mail.osk.example', from: 'team@osk.example' })
    expect(body).not.to.have.property('password')
  })
  it('says where a test went, and nothing of one that was refused', async () => {
    await opened({})
    server.on('POST', '/mail/test', () => 502)
    await page.get('[data-test="mail-to"]').setValue('ines@osk.example')
    await page.get('[data-test="mail-test"]').trigger('submit')
    await settled()
    expect(page.find('[data-test="mail-sent"]').exists()).to.equal(false)
    server.on('POST', '/mail/test', () => undefined)
    await page.get('[data-test="mail-test"]').trigger('submit')
    await settled()
    expect(page.get('[data-test="mail-sent"]').text()).to.contain('ines@osk.example')
  })
  it('leaves alone what the configuration of the server decides', async () => {
    await opened({ source: 'configuration', server: null })
    expect(page.find('[data-test="mail-form"]').exists()).to.equal(false)
    expect(page.find('[data-test="mail-test"]').exists()).to.equal(true)
  })
  it('tells of mails that wait, and why', async () => {
    await opened({ waiting: 3, problem: 'connection refused' })
    expect(page.text()).to.contain('3 emails').and.contain('connection refused')
  })
})

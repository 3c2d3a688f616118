import { expect } from 'chai'
import { FakeServer, refusal } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import AccountPage from './AccountPage.vue'

describe('AccountPage', () => {
  const server = new FakeServer()
  let page: ReturnType<typeof mounted>
  const session = (id: string, isThis: boolean) => ({
    id,
    isThis,
    since: '2026-11-23T08:00:00Z',
    seenAt: '2026-11-23T09:00:00Z',
    browser: 'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/130.0 Safari/537.36',
  })
  const account = (change: object = {}) => ({
    hasSecondFactor: false,
    recoveryCodesLeft: 0,
    sessions: [session('a1', true), session('b2', false)],
    ...change,
  })
  async function opened(change: object = {}): Promise<void> {
    server.on('GET', '/account', () => account(change))
    page = mounted(AccountPage)
    await settled()
  }
  const field = (name: string) => page.get<HTMLInputElement>(`[data-test="${name}"]`)
  async function press(label: string): Promise<void> {
    await page
      .findAll('button')
      .find((button) => button.text() === label)!
      .trigger('click')
    await settled()
  }
  async function changesPassword(): Promise<void> {
    await field('current-password').setValue('lantern-at-the-quay')
    await field('new-password').setValue('four words make one')
    await page
      .findAll('form')
      .find((form) => form.text().includes('Change password'))!
      .trigger('submit')
    await settled()
  }
  beforeEach(() => server.listen())
  afterEach(() => page.unmount())

  it('changes the password, and forgets what was typed', async () => {
    await opened()
    server.on('PUT', '/account/password', () => undefined)
    await changesPassword()
    expect(server.changes[0]!.body).to.eql({
      current: 'lantern-at-the-quay',
      password: 'four words make one',
    })
    expect(field('new-password').element.value).to.equal('')
  })
  it('says at the field why a password is not taken, and keeps it', async () => {
    await opened()
    server.on('PUT', '/account/password', () =>
      refusal(422, {
        code: 'INVALID',
        detail: [{ path: ['password'], message: '“password” must have at least 12 characters' }],
      }),
    )
    await changesPassword()
    expect(page.get('[data-test="fault"]').text()).to.equal('Must have at least 12 characters')
    expect(field('new-password').element.value).to.equal('four words make one')
  })
  it('signs out another browser, and never this one', async () => {
    await opened()
    const offers = page.findAll('li').map((row) => row.findAll('button').length)
    expect(offers).to.eql([0, 1])
    server.on('DELETE', '/account/sessions/b2', () => ({ ended: 1 }))
    await press('Sign out')
    expect(server.changes.map(({ method, path }) => `${method} ${path}`)).to.eql([
      'DELETE /account/sessions/b2',
    ])
  })
  it('shows recovery codes once, when the code from the app is right', async () => {
    await opened()
    server.on('POST', '/account/second-factor', () => ({ qr: '<svg/>', secret: 'ABCD' }))
    await press('Set up')
    expect(page.text()).to.include('ABCD')
    server.on('PUT', '/account/second-factor', () => ({ codes: ['one-1', 'two-2'] }))
    server.on('GET', '/session', () => ({
      user: { id: 1, name: 'Ines Marlow', mail: 'ines@team.example', role: 'lead' },
      csrf: 't',
      needsSecondFactor: true,
    }))
    await field('factor-code').setValue('123456')
    await page
      .findAll('form')
      .find((form) => form.text().includes('Confirm'))!
      .trigger('submit')
    await settled()
    expect(field('recovery-codes').text()).to.equal('one-1\ntwo-2')
    await press('I’ve saved them')
    expect(page.find('[data-test="recovery-codes"]').exists()).to.equal(false)
  })
  it('turns the second factor off only for who knows the password', async () => {
    await opened({ hasSecondFactor: true, recoveryCodesLeft: 8 })
    expect(page.text()).to.include('8 recovery')
    await press('Turn off')
    expect(server.changes, 'nothing yet').to.have.length(0)
    await page.get('[aria-label="Your password"]').setValue('lantern-at-the-quay')
    server.on('DELETE', '/account/second-factor', () => undefined)
    await page
      .findAll('form')
      .find((form) => form.text().includes('Turn off'))!
      .trigger('submit')
    await settled()
    expect(server.changes[0]!.body).to.eql({ password: 'lantern-at-the-quay' })
  })
})

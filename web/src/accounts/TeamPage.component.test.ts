import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import TeamPage from './TeamPage.vue'

describe('TeamPage', () => {
  const server = new FakeServer()
  const person = (id: number, name: string, change: object = {}) => ({
    id,
    name,
    mail: `${name.split(' ')[0]!.toLowerCase()}@team.example`,
    role: 'agent',
    active: true,
    invited: false,
    lastSeenAt: null,
    sessions: 0,
    ...change,
  })
  let page: ReturnType<typeof mounted>
  async function opened(): Promise<void> {
    page = mounted(TeamPage)
    await settled()
  }
  const press = async (label: string, place = 0) => {
    const named = page.findAll('button').filter((button) => button.text() === label)
    await named[place]!.trigger('click')
    await settled()
  }
  beforeEach(() => {
    server.listen()
    server.on('GET', '/team', () => [
      person(3, 'Anton Reeve', { sessions: 2 }),
      person(4, 'Bria Holm', { active: false }),
      person(5, 'Callum Oake', { invited: true }),
    ])
  })
  afterEach(() => page.unmount())

  it('counts who can sign in, and tells how each stands', async () => {
    await opened()
    expect(page.text()).to.include('2 people').and.include('deactivated').and.include('invited')
  })
  it('gives an invited person’s link to the lead, once it is made', async () => {
    await opened()
    server.on('POST', '/team', () => ({ token: 'abc' }))
    await press('Invite someone')
    await page.get('[data-test="invite-name"]').setValue('Dorrit Vane')
    await page.get('[data-test="invite-mail"]').setValue('dorrit@team.example')
    await page.get('form').trigger('submit')
    await settled()
    expect(server.changes[0]!.body).to.eql({
      name: 'Dorrit Vane',
      mail: 'dorrit@team.example',
      role: 'agent',
    })
    expect(page.get('[data-test="link"]').text())
      .to.include('Send this link to Dorrit Vane')
      .and.include('/link/abc')
  })
  it('keeps what was typed when somebody with this address is there', async () => {
    await opened()
    server.on('POST', '/team', () => 409)
    await press('Invite someone')
    await page.get('[data-test="invite-name"]').setValue('Anton Reeve')
    await page.get('form').trigger('submit')
    await settled()
    const name = page.get('[data-test="invite-name"]').element as HTMLInputElement
    expect(name.value).to.equal('Anton Reeve')
    expect(page.find('[data-test="link"]').exists()).to.equal(false)
  })
  it('ends sessions only of who has some', async () => {
    await opened()
    const ends = page.findAll('button').filter((button) => button.text() === 'End sessions')
    expect(ends.map((button) => button.attributes('disabled') === undefined)).to.eql([
      true,
      false,
      false,
    ])
    server.on('DELETE', '/team/3/sessions', () => undefined)
    await press('End sessions')
    expect(server.changes.map(({ method, path }) => `${method} ${path}`)).to.eql([
      'DELETE /team/3/sessions',
    ])
  })
  it('activates at once, and asks before it deactivates', async () => {
    await opened()
    server.on('PATCH', '/team/4', () => undefined)
    await press('Activate')
    expect(server.changes.map(({ body }) => body)).to.eql([{ active: true }])
    server.on('GET', '/team/3/in-hand', () => ({ conversations: 2, cases: 1 }))
    await press('Deactivate')
    expect(server.changes, 'nothing yet').to.have.length(1)
  })
})

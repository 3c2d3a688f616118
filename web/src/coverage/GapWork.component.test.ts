import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import GapWork from './GapWork.vue'

describe('GapWork', () => {
  const server = new FakeServer()
  let work: ReturnType<typeof mounted>
  function opened(sheet: object = {}, role: 'lead' | 'editor' = 'lead'): void {
    work = mounted(GapWork, {
      role,
      props: {
        sheet: {
          topic: 7,
          state: 'open',
          who: null,
          until: null,
          reason: '',
          reply: '',
          ...sheet,
        },
      },
    })
  }
  const presses = (name: string) => work.get(`[data-test="${name}"]`).trigger('click')
  const types = (name: string, text: string) => work.get(`[data-test="${name}"]`).setValue(text)
  const submit = async () => {
    await work.get('form').trigger('submit')
    await settled()
  }
  beforeEach(() => {
    server.listen()
    server.on('PUT', '/gaps/7/work', () => undefined)
    server.on('GET', '/team', () => [
      { id: 1, name: 'Ines Marlow', role: 'lead', active: true },
      { id: 2, name: 'Edda Quill', role: 'editor', active: true },
      { id: 3, name: 'Anton Reeve', role: 'agent', active: true },
      { id: 4, name: 'Otto Gone', role: 'editor', active: false },
    ])
  })
  afterEach(() => work.unmount())

  it('is taken by who looks at it, until a day or none', async () => {
    opened()
    await settled()
    await presses('take-gap')
    await submit()
    expect(server.changes[0]!.body).to.eql({ state: 'in work', user: 1, until: null })
    expect(work.emitted('changed')).to.have.length(1)
  })
  it('asks a lead alone who is on the team', async () => {
    opened({}, 'editor')
    await settled()
    expect(server.askedOf('/team')).to.eql([])
  })
  it('is declined with a reason, and with what is said instead', async () => {
    opened()
    await presses('decline-gap')
    const button = () => work.get('[data-test="decline-now"]')
    expect(button().attributes('disabled')).not.to.equal(undefined)
    await types('decline-reason', 'No boat of ours goes there')
    await types('decline-reply', 'We do not sail to the mainland.')
    expect(button().attributes('disabled')).to.equal(undefined)
    await submit()
    expect(server.changes[0]!.body).to.eql({
      state: 'will not cover',
      reason: 'No boat of ours goes there',
      reply: 'We do not sail to the mainland.',
    })
  })
  it('keeps what was typed when the server refuses it', async () => {
    opened()
    server.on('PUT', '/gaps/7/work', () => 422)
    await presses('decline-gap')
    await types('decline-reason', 'No boat goes there')
    await submit()
    const reason = work.get('[data-test="decline-reason"]').element as HTMLInputElement
    expect(reason.value).to.equal('No boat goes there')
    expect(work.emitted('changed')).to.equal(undefined)
  })
  it('is given back by one press, and says who had it until when', async () => {
    opened({ who: 'Edda Quill', until: '2026-12-05' })
    expect(work.text()).to.include('Edda Quill is working on it until 5 Dec 2026')
    await work.get('button.bare').trigger('click')
    await settled()
    expect(server.changes[0]!.body).to.eql({ state: 'open' })
  })
  it('can be opened again when it was not to be covered', async () => {
    opened({ state: 'will not cover', reason: 'Too far', reply: '' })
    expect(work.text()).to.include('Too far').and.not.include('Said instead')
    await work.get('button').trigger('click')
    await settled()
    expect(server.changes[0]!.body).to.eql({ state: 'open' })
  })
})

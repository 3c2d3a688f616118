import { expect } from 'chai'
import { FakeServer, refusal } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import ConnectionForm from './ConnectionForm.vue'

describe('ConnectionForm', () => {
  const server = new FakeServer()
  let form: ReturnType<typeof mounted>
  const CONNECTION = {
    url: 'http://127.0.0.1:8080/v1',
    model: 'house',
    hasKey: true,
    prices: { sent: 1, received: 3 },
    currency: '€',
    keepDays: 7,
  }
  function opened(connection: object | null, source: 'here' | 'server' | null = 'here'): void {
    form = mounted(ConnectionForm, { props: { connection, source } })
  }
  const types = (name: string, text: string) => form.get(`[data-test="${name}"]`).setValue(text)
  const presses = async (name: string) => {
    await form.get(`[data-test="${name}"]`).trigger('click')
    await settled()
  }
  const store = async () => {
    await form.get('form').trigger('submit')
    await settled()
  }
  beforeEach(() => {
    server.listen()
    server.on('PUT', '/models/connection', () => undefined)
  })
  afterEach(() => form.unmount())

  it('stores an address and a model, without prices where none were given', async () => {
    opened(null, null)
    await types('model-url', ' http://127.0.0.1:9/v1 ')
    await types('model-name', 'small')
    await store()
    expect(server.changes[0]!.body).to.eql({
      url: 'http://127.0.0.1:9/v1',
      model: 'small',
      prices: null,
      currency: '€',
      keepDays: 14,
    })
    expect(form.emitted('stored')).to.have.length(1)
  })
  it('leaves the key that there is alone, and replaces it only by one that is typed', async () => {
    opened(CONNECTION)
    await store()
    expect(server.changes[0]!.body).not.to.have.property('key')
    await types('model-key', 'new key')
    await store()
    expect(server.changes[1]!.body.key).to.equal('new key')
  })
  it('forgets the key when that is asked for', async () => {
    opened(CONNECTION)
    await form.get('input[type="checkbox"]').setValue(true)
    await store()
    expect(server.changes[0]!.body.key).to.equal(null)
  })
  it('tries it before it is stored, and says what came', async () => {
    opened(CONNECTION)
    server.on('POST', '/models/test', () => ({ said: 'Ready.', milliseconds: 120, tokens: 9 }))
    await presses('test-model')
    expect(form.get('[data-test="model-tested"]').text()).to.include('“Ready.” after 120 ms')
    expect(server.askedOf('/models/connection')).to.eql([])
  })
  it('says what is wrong with it, and forgets that it worked before', async () => {
    opened(CONNECTION)
    server.on('POST', '/models/test', () => ({ said: 'Ready.', milliseconds: 1, tokens: 1 }))
    await presses('test-model')
    server.on('POST', '/models/test', () => refusal(502, { message: 'Nothing answers there.' }))
    await presses('test-model')
    expect(form.get('[data-test="model-fault"]').text()).to.equal('Nothing answers there.')
    expect(form.find('[data-test="model-tested"]').exists()).to.equal(false)
  })
  it('cannot take back what was set up with the server', () => {
    opened(CONNECTION, 'server')
    expect(form.text()).not.to.include('Disconnect')
  })
})

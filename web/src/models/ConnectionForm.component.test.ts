import type { ModelsView } from '@janua/contracts'
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
    model: 'small',
    hasKey: true,
    prices: { sent: 2, received: 6 },
    currency: '€',
    keepDays: 14,
  } as ModelsView['connection']
  function opened(connection: ModelsView['connection'] = null): void {
    form = mounted(ConnectionForm, { props: { connection, source: connection && 'here' } })
  }
  const types = (name: string, text: string) => form.get(`[data-test="${name}"]`).setValue(text)
  async function stores(): Promise<void> {
    await form.get('form').trigger('submit')
    await settled()
  }
  const stored = () => server.changes[0]!.body
  beforeEach(() => {
    server.listen()
    server.on('PUT', '/models/connection', () => undefined)
  })
  afterEach(() => form.unmount())

  it('connects without prices when none are given', async () => {
    opened()
    await types('model-url', ' http://127.0.0.1:8080/v1 ')
    await types('model-name', 'small')
    await stores()
    expect(stored()).to.include({ url: 'http://127.0.0.1:8080/v1', model: 'small', prices: null })
    expect(stored()).not.to.have.property('key')
    expect(form.emitted('stored')).to.have.length(1)
  })
  it('leaves the key that is there, replaces it, or forgets it', async () => {
    opened(CONNECTION)
    await stores()
    expect(stored()).not.to.have.property('key')
    form.unmount()
    server.clear()
    server.on('PUT', '/models/connection', () => undefined)
    opened(CONNECTION)
    await types('model-key', 'a new one')
    await stores()
    expect(stored().key).to.equal('a new one')
    form.unmount()
    server.clear()
    server.on('PUT', '/models/connection', () => undefined)
    opened(CONNECTION)
    await form.get('input[type="checkbox"]').setValue(true)
    await stores()
    expect(stored().key).to.equal(null)
  })
  it('says what the model said when it is tried, or why it said nothing', async () => {
    opened(CONNECTION)
    server.on('POST', '/models/test', () => ({ said: 'ready', milliseconds: 40, tokens: 12 }))
    await form.get('[data-test="test-model"]').trigger('click')
    await settled()
    expect(form.get('[data-test="model-tested"]').text()).to.include('It said “ready”')
    server.on('POST', '/models/test', () =>
      refusal(502, { code: 'MODEL_FAILED', message: 'Nothing answers there.' }),
    )
    await form.get('[data-test="test-model"]').trigger('click')
    await settled()
    expect(form.get('[data-test="model-fault"]').text()).to.include('Nothing answers there.')
    expect(form.find('[data-test="model-tested"]').exists()).to.equal(false)
  })
  it('shows at its field what is wrong with a price', async () => {
    opened(CONNECTION)
    server.on('PUT', '/models/connection', () =>
      refusal(422, {
        code: 'INVALID',
        detail: [{ path: ['prices', 'sent'], message: '“prices.sent” must be 0 or more' }],
      }),
    )
    await stores()
    expect(form.get('[data-test="fault"]').text()).to.equal('Must be 0 or more')
    expect(form.emitted('stored')).to.equal(undefined)
  })
  it('can be disconnected only where it was connected here', () => {
    opened(CONNECTION)
    expect(form.text()).to.include('Disconnect')
    form.unmount()
    form = mounted(ConnectionForm, { props: { connection: CONNECTION, source: 'environment' } })
    expect(form.text()).not.to.include('Disconnect')
  })
})

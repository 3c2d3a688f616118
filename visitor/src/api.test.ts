import { expect } from 'chai'
import { FakeBrowser, refusal } from '../../web/src/testing/fakeBrowser.ts'

describe('DoorApi', () => {
  const browser = new FakeBrowser()
  let token: string | null
  let headers: Record<string, string>[]
  async function opened() {
    const { DoorApi, Refused } = await import('./api.ts')
    return { api: new DoorApi('help', () => token), Refused }
  }
  beforeEach(() => {
    token = 'of-osk'
    headers = []
    browser.open()
    const { fetch } = globalThis
    browser.has('fetch', (url: string, init: RequestInit = {}) => {
      headers.push((init.headers ?? {}) as Record<string, string>)
      return fetch(url, init)
    })
  })
  afterEach(() => browser.close())

  it('asks below its own door, as the visitor whose token it holds', async () => {
    browser.answers = () => ({ messages: [] })
    const { api } = await opened()
    await api.thread()
    expect(browser.asked[0]!.path).to.equal('/visit/help/thread')
    expect(headers[0]!.authorization).to.equal('Bearer of-osk')
  })
  it('sends no token before there is a visitor', async () => {
    token = null
    browser.answers = () => ({ token: 'new' })
    const { api } = await opened()
    expect(await api.newVisitor()).to.eql({ token: 'new' })
    expect(headers[0]).not.to.have.property('authorization')
  })
  it('says what is said in the language of the page', async () => {
    browser.answers = () => ({})
    const { api } = await opened()
    await api.say({ clientId: 'a', text: 'when does it leave?' })
    expect(browser.asked[0]!.body).to.include({ clientId: 'a', text: 'when does it leave?' })
    expect(browser.asked[0]!.body.language).to.be.oneOf(['en', 'de'])
  })
  it('tells a refusal in the server’s words from a lost line', async () => {
    const { api, Refused } = await opened()
    browser.answers = () => refusal(429, { message: 'Please wait a moment.' })
    const refused = await api.end().then(
      () => undefined,
      (cause: unknown) => cause,
    )
    expect(refused).to.be.instanceOf(Refused)
    expect(refused).to.include({ status: 429, message: 'Please wait a moment.' })
    browser.answers = () => new Response('<h1>Bad gateway</h1>', { status: 502 })
    const lost = await api.end().then(
      () => undefined,
      (cause: unknown) => cause,
    )
    expect(lost).to.be.instanceOf(Error).and.not.instanceOf(Refused)
  })
  it('reads text where text comes, and nothing where nothing does', async () => {
    const { api } = await opened()
    browser.answers = () =>
      new Response('You: hello', { headers: { 'content-type': 'text/plain' } })
    expect(await api.transcript()).to.equal('You: hello')
    browser.answers = () => undefined
    expect(await api.forget()).to.equal(undefined)
  })
  it('sends a file under the end of its name, which holds its kind', async () => {
    const { api } = await opened()
    browser.answers = () => ({})
    await api.attach(new File(['x'], `${'a'.repeat(250)}.png`))
    const query = new URLSearchParams(browser.asked[0]!.path.split('?')[1])
    expect(query.get('name'))
      .to.have.length(200)
      .and.match(/\.png$/)
    expect(query.get('clientId')).to.match(/^[0-9a-f-]{36}$/)
  })
})

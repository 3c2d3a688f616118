import { expect } from 'chai'
import { FakeBrowser, refusal } from '../testing/fakeBrowser.ts'
import { get, inPlainWords, keepToken, post, put, Refused, sendFile, whenSignedOut } from './api.ts'

describe('api', () => {
  const browser = new FakeBrowser()
  let headers: Record<string, string>[]
  const failure = (asked: Promise<unknown>) =>
    asked.then(
      () => undefined,
      (cause: unknown) => cause,
    )
  beforeEach(() => {
    headers = []
    browser.open()
    const { fetch } = globalThis
    browser.has('fetch', (url: string, init: RequestInit = {}) => {
      headers.push((init.headers ?? {}) as Record<string, string>)
      return fetch(url, init)
    })
    browser.answers = () => ({})
    keepToken({ user: null, csrf: 'against-forgery' } as never)
  })
  afterEach(() => {
    whenSignedOut(() => undefined)
    browser.close()
  })

  it('leaves out of a query what is not given', async () => {
    await get('/gaps', { state: 'open', search: '', offset: 0, limit: 15 } as never)
    expect(browser.asked[0]!.path).to.equal('/gaps?state=open&offset=0&limit=15')
  })
  it('sends the token against forgery with every change, and with no question', async () => {
    await get('/session')
    await post('/topics/regroup')
    await put('/presence', { presence: 'here' })
    expect(headers.map((each) => each['x-janua-token'])).to.eql([
      undefined,
      'against-forgery',
      'against-forgery',
    ])
  })
  it('names a body as JSON, and only where there is one', async () => {
    await post('/topics/regroup')
    await put('/presence', { presence: 'here' })
    expect(headers.map((each) => each['content-type'])).to.eql([undefined, 'application/json'])
  })
  it('refuses in the server’s own words, with its code and its findings', async () => {
    browser.answers = () => refusal(422, { code: 'INVALID', message: 'A name is missing.' })
    const cause = await failure(post('/topics/regroup'))
    expect(cause).to.be.instanceOf(Refused)
    expect((cause as Refused).problem.code).to.equal('INVALID')
    expect(inPlainWords(cause)).to.equal('A name is missing.')
  })
  it('tells a page of a proxy by its status', async () => {
    browser.answers = () => new Response('<h1>Bad gateway</h1>', { status: 502 })
    expect(inPlainWords(await failure(get('/session')))).to.include('502')
  })
  it('has one sentence for a lost line, whatever the browser calls it', async () => {
    browser.answers = () => new TypeError('Failed to fetch')
    expect(inPlainWords(await failure(get('/session')))).not.to.include('fetch')
  })
  it('tells the app when somebody was signed out meanwhile', async () => {
    let told = 0
    whenSignedOut(() => told++)
    browser.answers = () => refusal(401, { code: 'NOT_SIGNED_IN' })
    await failure(get('/session'))
    browser.answers = () => refusal(403, { code: 'NOT_ALLOWED' })
    await failure(get('/session'))
    expect(told).to.equal(1)
  })
  it('sends a file as it is', async () => {
    const file = new File(['a,b'], 'faq.csv', { type: 'text/csv' })
    await sendFile('/imports/files', file)
    expect(browser.asked[0]!.body).to.equal(file)
    expect(browser.asked[0]!.path).to.include('name=faq.csv')
  })
})

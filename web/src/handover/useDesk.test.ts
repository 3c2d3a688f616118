import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import { effectScope, type EffectScope, nextTick, ref } from 'vue'
import { useSession } from '../shell/session.ts'
import { FakeBrowser } from '../testing/fakeBrowser.ts'
import { useDesk } from './useDesk.ts'

/** The open conversation of a desk, with a server and a live connection that do what the test says. */
describe('useDesk', () => {
  const browser = new FakeBrowser()
  const heard = new Map<string, (detail: unknown) => void>()
  const watched: number[] = []
  let answers: Map<number, unknown>
  let serverAhead: number
  let scope: EffectScope
  let timers: (() => void)[]
  beforeEach(() => {
    browser.open()
    timers = []
    Object.assign(window, {
      setTimeout: (work: () => void) => timers.push(work),
      clearTimeout: () => timers.splice(0),
      setInterval: () => 0,
      clearInterval: () => undefined,
    })
    setActivePinia(createPinia())
    const session = useSession()
    session.user = { id: 7, role: 'agent', presence: 'here', name: 'Anton' } as never
    session.hear = ((what: string, listener: (detail: unknown) => void) => (
      heard.set(what, listener),
      () => heard.delete(what)
    )) as never
    session.send = (_what, id) => void watched.push(id)
    watched.length = 0
    serverAhead = 0
    answers = new Map<number, unknown>([
      [1, { id: 1, subject: 'first' }],
      [2, { id: 2, subject: 'second' }],
    ])
    browser.answers = ({ path }) =>
      path.endsWith('/desk')
        ? { waiting: [], mine: [], now: new Date(Date.now() + serverAhead).toISOString() }
        : answers.get(Number(path.split('/').at(-1)))
    scope = effectScope()
  })
  afterEach(() => {
    scope.stop()
    browser.close()
  })
  const settled = () => new Promise((done) => setTimeout(done, 5))
  async function opened(first: number | null = 1) {
    const id = ref(first)
    const desk = scope.run(() => useDesk(() => id.value))!
    await settled()
    return { ...desk, id }
  }

  it('shows what is open, and watches it', async () => {
    const { conversation, id } = await opened()
    expect([conversation.value?.subject, watched]).to.eql(['first', [1]])
    id.value = null
    await settled()
    expect(conversation.value).to.equal(undefined)
  })
  it('tells the time by the server’s clock from its first reading on', async () => {
    serverAhead = -8 * 86_400_000
    const { now } = await opened()
    expect(now.value).to.be.closeTo(Date.now() + serverAhead, 5_000)
  })
  it('never shows one conversation under the address of another', async () => {
    let late: (value: unknown) => void = () => undefined
    answers.set(1, new Promise((done) => (late = done)))
    const { conversation, id } = await opened()
    id.value = 2
    await settled()
    late({ id: 1, subject: 'late' })
    await settled()
    expect(conversation.value?.subject).to.equal('second')
  })
  const failures: [string, unknown, boolean][] = [
    ['the line is down', new Error('no line'), true],
    ['the server is being restarted', 503, true],
    ['it was too quick', 429, true],
    ['it may not be read any more', 403, false],
    ['it is gone', 404, false],
  ]
  for (const [what, failure, stays] of failures)
    it(`${stays ? 'keeps' : 'closes'} what is open when ${what}, and says so`, async () => {
      const { conversation, failure: said } = await opened()
      answers.set(1, failure)
      heard.get('conversation')!({ id: 1 })
      await settled()
      expect(conversation.value?.subject).to.equal(stays ? 'first' : undefined)
      expect(said.value).to.be.a('string').and.not.equal('')
      answers.set(1, { id: 1, subject: 'again' })
      heard.get('conversation')!({ id: 1 })
      await settled()
      expect([conversation.value?.subject, said.value]).to.eql(['again', ''])
    })
  it('reads anew what it has open, not what others have', async () => {
    await opened()
    const before = browser.asked.length
    heard.get('conversation')!({ id: 2 })
    await settled()
    expect(browser.asked.length).to.equal(before)
    heard.get('conversation')!({ id: 1 })
    await settled()
    expect(browser.asked.at(-1)!.path).to.match(/\/desk\/1$/)
  })
  it('watches and reads again after the line was down', async () => {
    const { conversation } = await opened()
    answers.set(1, { id: 1, subject: 'meanwhile' })
    heard.get('connect')!(undefined)
    await settled()
    expect([watched, conversation.value?.subject]).to.eql([[1, 1], 'meanwhile'])
  })
  it('shows that the visitor writes, for a while, and only in what is open', async () => {
    const { visitorWrites, id } = await opened()
    heard.get('typing')!({ conversation: 2 })
    expect(visitorWrites.value).to.equal(false)
    heard.get('typing')!({ conversation: 1 })
    expect(visitorWrites.value).to.equal(true)
    timers.splice(0).forEach((work) => work())
    expect(visitorWrites.value).to.equal(false)
    heard.get('typing')!({ conversation: 1 })
    id.value = 2
    await nextTick()
    expect(visitorWrites.value).to.equal(false)
  })
  it('listens no more once it is left', async () => {
    await opened()
    scope.stop()
    expect(heard.size).to.equal(0)
  })
})

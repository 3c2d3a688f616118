import type { Message, Thread } from '@janua/contracts'
import { expect } from 'chai'
import { effectScope, type EffectScope } from 'vue'
import { FakeBrowser } from '../../web/src/testing/fakeBrowser.ts'

const DOOR = { title: 'Ask us' }
const REFUSED = 422

/** A door that keeps one conversation, as the server does: each message once, by its client id. */
class FakeDoor {
  messages: Message[] = []
  conversation: number | null = null
  state: Thread['state'] = 'assistant'
  version = 0
  visitors = 0
  /** What befalls the next requests to these paths, one after another; `undefined` lets one through. */
  readonly befalls = new Map<string, unknown[]>()

  answer(path: string, body: unknown): unknown {
    const next = this.befalls.get(path)?.shift()
    if (next !== undefined) return next
    if (path === '/help') return DOOR
    if (path === '/help/visitors') return { token: `token ${++this.visitors}` }
    if (path === '/help/thread') return this.thread()
    if (path === '/help/messages') this.store(body as { clientId: string; text: string })
    return undefined
  }
  thread(): Thread {
    return {
      conversation: this.conversation,
      state: this.state,
      version: this.version,
      agent: null,
      contactKnown: false,
      teamSeen: 0,
      caseNumber: null,
      mayRate: false,
      messages: [...this.messages],
    }
  }
  store({ clientId, text }: { clientId: string; text: string }): void {
    if (this.messages.some((message) => message.clientId === clientId)) return
    this.conversation ??= 1
    this.put({ author: 'visitor', text, clientId })
  }
  put(message: Partial<Message>): void {
    const seq = this.messages.length + 1
    this.version++
    this.messages.push({
      id: seq,
      seq,
      author: 'agent',
      kind: 'text',
      text: '',
      at: '2026-11-23T10:00:00Z',
      ...message,
    })
  }
}

describe('the visitor’s thread', () => {
  let useThread: (typeof import('./useThread.ts'))['useThread']
  let browser: FakeBrowser
  let door: FakeDoor
  let scopes: EffectScope[]
  let heard: Map<string, (detail?: unknown) => void>
  let timers: (() => void)[]
  beforeEach(async () => {
    ;[browser, door, scopes, heard, timers] = [new FakeBrowser(), new FakeDoor(), [], new Map(), []]
    browser.open()
    // Which language the browser speaks is read as it is loaded.
    ;({ useThread } = await import('./useThread.ts'))
    // A later try comes when the test says so.
    Object.assign(window, {
      setTimeout: (work: () => void) => timers.push(work),
      clearTimeout: () => undefined,
      setInterval: () => 0,
      clearInterval: () => undefined,
    })
    browser.answers = ({ path, body }) => door.answer(path.replace('/visit', ''), body)
  })
  afterEach(() => {
    scopes.forEach((scope) => scope.stop())
    browser.close()
  })
  const settled = () => new Promise((done) => setImmediate(done))
  async function opened() {
    const scope = effectScope()
    scopes.push(scope)
    const socket = {
      on: (what: string, listener: (detail?: unknown) => void) => heard.set(what, listener),
      disconnect: () => undefined,
      volatile: { emit: () => undefined },
    }
    const thread = scope.run(() => useThread('help', (() => socket) as never))!
    await thread.start()
    return thread
  }
  async function later() {
    for (const work of timers.splice(0)) work()
    for (let i = 0; i < 20; i++) await settled()
  }
  const texts = () => door.messages.map(({ text }) => text)

  it('asks for no visitor before anything is said', async () => {
    await opened()
    expect(door.visitors).to.equal(0)
  })
  it('keeps what is written while the line is down, over a reload too, and sends it once, in its order', async () => {
    const first = await opened()
    door.befalls.set('/help/messages', [new Error('no line'), new Error('no line')])
    await first.say('one')
    await first.say('two')
    expect(first.offline.value).to.equal(true)
    expect(first.pending.value.map(({ text }) => text)).to.eql(['one', 'two'])
    const second = await opened()
    await later()
    expect(texts()).to.eql(['one', 'two'])
    expect(second.pending.value).to.eql([])
    expect(second.offline.value).to.equal(false)
    await later()
    expect(texts()).to.eql(['one', 'two'])
  })
  it('doubles nothing when the answer to a send was lost', async () => {
    const thread = await opened()
    door.befalls.set('/help/thread', [new Error('no line')])
    await thread.say('one')
    expect(texts()).to.eql(['one'])
    await later()
    expect(texts()).to.eql(['one'])
    expect(browser.askedOf('/messages')).to.have.length(2)
    expect(thread.pending.value).to.eql([])
  })
  it('says why a message was refused, and sends what was written after it', async () => {
    const thread = await opened()
    door.befalls.set('/help/messages', [new Error('no line'), REFUSED])
    await thread.say('too much')
    await thread.say('fine')
    expect(thread.refusal.value).to.equal('refused with 422')
    await later()
    expect(texts()).to.eql(['fine'])
    expect(thread.pending.value).to.eql([])
  })
  it('waits when it was too quick, and tries again', async () => {
    const thread = await opened()
    door.befalls.set('/help/messages', [429])
    await thread.say('one')
    expect([thread.refusal.value, thread.offline.value, texts()]).to.eql(['', false, []])
    await later()
    expect(texts()).to.eql(['one'])
  })
  for (const [what, does] of [
    ['says something', (thread: Awaited<ReturnType<typeof opened>>) => thread.say('hello')],
    [
      'wants a person',
      (thread: Awaited<ReturnType<typeof opened>>) => thread.act(() => thread.api.askPerson()),
    ],
  ] as const)
    it(`starts afresh when the server knows the visitor no more who ${what}`, async () => {
      const thread = await opened()
      await thread.say('before')
      door.befalls.set('/help/messages', [401])
      door.befalls.set('/help/person', [401])
      ;[door.messages, door.conversation] = [[], 2]
      await does(thread)
      await later()
      expect([door.visitors, thread.refusal.value, thread.pending.value.length]).to.eql([2, '', 0])
      expect(
        what === 'says something'
          ? texts()
          : browser.askedOf('/person').map(({ method }) => method),
      ).to.eql(what === 'says something' ? ['hello'] : ['POST', 'POST'])
    })
  it('shows the beginning of an answer until the answer is there', async () => {
    const thread = await opened()
    await thread.say('one')
    ;(heard.get('saying') as (said: { text: string }) => void)({ text: 'Cats may' })
    expect(thread.saying.value).to.equal('Cats may')
    door.put({ text: 'Cats may come along.' })
    heard.get('conversation')!()
    await later()
    expect(thread.saying.value).to.equal('')
  })
  it('is not put back by an answer that comes late', async () => {
    const thread = await opened()
    await thread.say('one')
    const old = door.thread()
    door.put({ text: 'newer' })
    heard.get('conversation')!()
    await later()
    door.befalls.set('/help/thread', [old])
    heard.get('conversation')!()
    await later()
    expect(thread.messages.value.map(({ text }) => text)).to.eql(['one', 'newer'])
  })
  it('shows nothing of a visitor who was forgotten meanwhile', async () => {
    const thread = await opened()
    await thread.say('one')
    let answer: (value: unknown) => void = () => undefined
    door.befalls.set('/help/thread', [new Promise((done) => (answer = done))])
    heard.get('conversation')!()
    await thread.forget()
    answer(door.thread())
    await later()
    expect([thread.messages.value, thread.state.value, browser.kept.size]).to.eql([
      [],
      'assistant',
      0,
    ])
  })
  it('says that a visitor is forgotten only when they are', async () => {
    const thread = await opened()
    await thread.say('one')
    door.befalls.set('/help/visitor', [new Error('no line'), 401])
    expect([await thread.forget(), thread.offline.value, thread.messages.value.length]).to.eql([
      false,
      true,
      1,
    ])
    expect([await thread.forget(), thread.messages.value.length, browser.kept.size]).to.eql([
      true,
      0,
      0,
    ])
  })
  it('tells what an agent wrote as read once somebody looks, in a second conversation as well', async () => {
    const thread = await opened()
    await thread.say('one')
    door.state = 'agent'
    for (let i = 0; i < 5; i++) door.put({ text: `${i}` })
    browser.visible = false
    heard.get('conversation')!()
    await later()
    expect(browser.askedOf('/seen')).to.eql([])
    browser.visible = true
    browser.happens('visibilitychange')
    expect(browser.askedOf('/seen').map(({ body }) => body)).to.eql([{ seq: 6 }])
    ;[door.messages, door.conversation] = [[], 2]
    door.put({ text: 'of the second' })
    heard.get('conversation')!()
    await later()
    expect(browser.askedOf('/seen').map(({ body }) => body)).to.eql([{ seq: 6 }, { seq: 1 }])
  })
  it('opens although what it kept cannot be read', async () => {
    for (const broken of ['{', '[1, null, {"text": 1}]', '"x"']) {
      browser.kept.set('janua:help:outbox', broken)
      expect((await opened()).pending.value).to.eql([])
    }
  })
  it('knows a door that is not there from a line that is down', async () => {
    door.befalls.set('/help', [404, new Error('no line')])
    expect((await opened()).missing.value).to.equal(true)
    const waiting = await opened()
    expect([waiting.missing.value, waiting.offline.value]).to.eql([false, true])
    await later()
    expect([waiting.door.value, waiting.offline.value]).to.eql([DOOR, false])
  })
})

import { expect } from 'chai'
import { effectScope, type EffectScope } from 'vue'
import { FakeBrowser } from '../../web/src/testing/fakeBrowser.ts'

/** A connection whose server the test plays. */
class FakeSocket {
  readonly listeners = new Map<string, (detail: unknown) => void>()
  readonly sent: string[] = []
  ended = false
  /** Whether the library tries again by itself. */
  active = true
  tries = 0
  connect = () => this.tries++
  volatile = { emit: (what: string) => this.sent.push(what) }
  on = (what: string, listener: (detail: unknown) => void) => this.listeners.set(what, listener)
  disconnect = () => (this.ended = true)
  says = (what: string, detail: unknown = {}) => this.listeners.get(what)?.(detail)
}

describe('useLiveThread', () => {
  const browser = new FakeBrowser()
  let scope: EffectScope
  let socket: FakeSocket
  let connections: { auth: { token: string | null } }[]
  let heard: string[]
  async function opened() {
    const { useLiveThread } = await import('./useLiveThread.ts')
    const connect = (options: { auth: { token: string | null } }) => {
      connections.push(options)
      return socket
    }
    return scope.run(() =>
      useLiveThread(
        {
          connected: () => heard.push('connected'),
          changed: () => heard.push('changed'),
          gone: () => heard.push('gone'),
          lost: () => heard.push('lost'),
        },
        connect as never,
      ),
    )!
  }
  beforeEach(() => {
    browser.open()
    scope = effectScope()
    socket = new FakeSocket()
    connections = []
    heard = []
  })
  afterEach(() => {
    scope.stop()
    browser.close()
  })

  it('connects once, as the visitor', async () => {
    const live = await opened()
    live.listen('of-osk')
    live.listen('of-osk')
    expect(connections.map(({ auth }) => auth)).to.eql([{ token: 'of-osk' }])
  })
  it('passes on what happens to the conversation', async () => {
    const live = await opened()
    live.listen('of-osk')
    for (const what of ['connect', 'conversation', 'gone', 'disconnect']) socket.says(what)
    expect(heard).to.eql(['connected', 'changed', 'gone', 'lost'])
  })
  it('shows who writes and what is being said, until it is written', async () => {
    const live = await opened()
    live.listen('of-osk')
    socket.says('typing', { name: 'Anton' })
    socket.says('saying', { text: 'The ferry' })
    expect(live.agentWrites.value).to.equal('Anton')
    expect(live.saying.value).to.equal('The ferry')
    live.written()
    expect(live.agentWrites.value).to.equal(undefined)
    expect(live.saying.value).to.equal('')
  })
  it('names the team where the one who writes has no name', async () => {
    const live = await opened()
    live.listen('of-osk')
    socket.says('typing')
    expect(live.agentWrites.value).to.be.a('string').and.not.equal('')
  })
  it('tells that the visitor writes only where there is a connection', async () => {
    const live = await opened()
    live.typing()
    live.listen('of-osk')
    live.typing()
    expect(socket.sent).to.eql(['typing'])
  })
  describe('when the server has said no', () => {
    let waits: { run: () => void; ms: number }[]
    beforeEach(() => {
      waits = []
      browser.has('window', {
        setTimeout: (run: () => void, ms: number) => waits.push({ run, ms }),
        clearTimeout: () => undefined,
      })
    })

    it('tries again by itself, after longer and longer pauses, until it is let in', async () => {
      const live = await opened()
      live.listen('of-osk')
      socket.active = false
      for (let i = 0; i < 6; i++) socket.says('connect_error')
      expect(waits.map(({ ms }) => ms)).to.eql([1_000, 2_000, 4_000, 8_000, 15_000, 15_000])
      waits[0]!.run()
      expect(socket.tries).to.equal(1)
      socket.says('connect')
      socket.says('connect_error')
      expect(waits.at(-1)!.ms).to.equal(1_000)
    })
    it('leaves it to the library while the line is bad', async () => {
      const live = await opened()
      live.listen('of-osk')
      socket.says('connect_error')
      socket.says('disconnect', 'transport close')
      expect(waits).to.eql([])
    })
    it('comes back after a while when the server has ended it', async () => {
      const live = await opened()
      live.listen('of-osk')
      socket.says('disconnect', 'io server disconnect')
      expect(waits.map(({ ms }) => ms)).to.eql([15_000])
    })
  })
  it('ends its connection with the window', async () => {
    const live = await opened()
    live.listen('of-osk')
    scope.stop()
    expect(socket.ended).to.equal(true)
  })
})

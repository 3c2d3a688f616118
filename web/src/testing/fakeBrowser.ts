import { FakeServer } from './fakeServer.ts'

export { refusal } from './fakeServer.ts'

type Listener = (event: unknown) => void

/** What a browser has and Node has not, for tests of what needs no page: storage, events, and a server that answers what the test sets. */
export class FakeBrowser extends FakeServer {
  readonly kept = new Map<string, string>()
  visible = true
  private readonly listeners = new Map<string, Set<Listener>>()
  private readonly originals = new Map<string, PropertyDescriptor | undefined>()

  /** Begins afresh: nothing kept, asked, or set. */
  open(): void {
    this.clear()
    for (const each of [this.kept, this.listeners]) each.clear()
    const events = {
      addEventListener: (name: string, listener: Listener) => this.of(name).add(listener),
      removeEventListener: (name: string, listener: Listener) => this.of(name).delete(listener),
    }
    this.has('localStorage', {
      getItem: (name: string) => this.kept.get(name) ?? null,
      setItem: (name: string, value: string) => this.kept.set(name, value),
      removeItem: (name: string) => this.kept.delete(name),
    })
    this.has('fetch', (url: string, init?: RequestInit) => this.answer(url, init))
    this.has('window', { ...events, setTimeout, clearTimeout, setInterval, clearInterval })
    this.has('navigator', { language: 'en-GB' })
    this.has(
      'document',
      Object.defineProperty({ ...events, title: '' }, 'visibilityState', {
        get: () => (this.visible ? 'visible' : 'hidden'),
      }),
    )
  }
  close(): void {
    for (const [name, original] of this.originals) {
      if (original) Object.defineProperty(globalThis, name, original)
      else delete (globalThis as Record<string, unknown>)[name]
    }
    this.originals.clear()
  }
  happens(name: string, event: unknown = {}): void {
    for (const listener of this.of(name)) listener(event)
  }
  /** A global that this browser has; it goes when the browser is closed. */
  has(name: string, value: unknown): void {
    if (!this.originals.has(name))
      this.originals.set(name, Object.getOwnPropertyDescriptor(globalThis, name))
    Object.defineProperty(globalThis, name, { value, configurable: true, writable: true })
  }

  private of(name: string): Set<Listener> {
    if (!this.listeners.has(name)) this.listeners.set(name, new Set())
    return this.listeners.get(name)!
  }
}

/** Waits until something holds; the page's own timers run on. */
export async function until(holds: () => boolean): Promise<void> {
  for (let tries = 0; !holds(); tries++) {
    if (tries > 400) throw new Error('it did not come about')
    await new Promise((done) => setTimeout(done, 10))
  }
}

/** What a request asked for. */
export interface Asked {
  method: string
  path: string
  body: Record<string, unknown>
}
type Listener = (event: unknown) => void

/**
 * What a browser has and Node has not, for tests of what needs no page: storage, requests answered by the test, events. A window is asked for
 * `fetch` answers by `answers`; an answer may be a value (JSON), a status, or an Error for a lost line.
 */
export class FakeBrowser {
  readonly kept = new Map<string, string>()
  readonly asked: Asked[] = []
  visible = true
  answers: (asked: Asked) => unknown = () => 204
  private readonly listeners = new Map<string, Set<Listener>>()
  private readonly originals = new Map<string, PropertyDescriptor | undefined>()

  open(): void {
    const events = { addEventListener: (name: string, listener: Listener) => this.of(name).add(listener), removeEventListener: (name: string, listener: Listener) => this.of(name).delete(listener) }
    this.put('localStorage', { getItem: (name: string) => this.kept.get(name) ?? null, setItem: (name: string, value: string) => this.kept.set(name, value), removeItem: (name: string) => this.kept.delete(name) })
    this.put('fetch', (url: string, init?: RequestInit) => this.answer(url, init))
    this.put('window', { ...events, setTimeout, clearTimeout, setInterval, clearInterval })
    this.put('navigator', { language: 'en-GB' })
    this.put('document', Object.defineProperty({ ...events, title: '' }, 'visibilityState', { get: () => (this.visible ? 'visible' : 'hidden') }))
  }
  /** Something more that this browser has. */
  has(name: string, value: unknown): void {
    this.put(name, value)
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
  /** What was asked of paths that end so. */
  askedOf(path: string): Asked[] {
    return this.asked.filter((each) => each.path.endsWith(path))
  }

  private of(name: string): Set<Listener> {
    if (!this.listeners.has(name)) this.listeners.set(name, new Set())
    return this.listeners.get(name)!
  }
  private put(name: string, value: unknown): void {
    if (!this.originals.has(name)) this.originals.set(name, Object.getOwnPropertyDescriptor(globalThis, name))
    Object.defineProperty(globalThis, name, { value, configurable: true, writable: true })
  }
  private async answer(url: string, { method = 'GET', body }: RequestInit = {}): Promise<Response> {
    const asked = { method, path: url.split('?')[0]!, body: typeof body === 'string' ? (JSON.parse(body) as Record<string, unknown>) : {} }
    this.asked.push(asked)
    const answer = await this.answers(asked)
    if (answer instanceof Error) throw answer
    if (typeof answer === 'number') return answer === 204 ? new Response(null, { status: 204 }) : json({ code: 'REFUSED', message: `refused with ${answer}` }, answer)
    return json(answer, 200)
  }
}

function json(value: unknown, status: number): Response {
  return new Response(JSON.stringify(value), { status, headers: { 'content-type': 'application/json' } })
}

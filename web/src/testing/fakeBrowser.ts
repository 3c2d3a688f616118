/** What was asked of the server. */
export interface Request {
  method: string
  /** Below `/api`, with its query. */
  path: string
  body: any
}
type Listener = (event: unknown) => void

/**
 * What a browser has and Node has not, for tests of what needs no page: storage, events, and a server that answers what the test sets.
 * An answer is a value (JSON), `undefined` for nothing, a number for a refusal with that status, or an Error for a lost line; or a promise of one.
 */
export class FakeBrowser {
  readonly kept = new Map<string, string>()
  readonly asked: Request[] = []
  visible = true
  /** What answers where nothing is set for a method and path. */
  answers: (asked: Request) => unknown = ({ method, path }) =>
    refusal(404, { message: `nothing is set for ${method} ${path}` })
  private readonly set = new Map<string, (body: any) => unknown>()
  private readonly listeners = new Map<string, Set<Listener>>()
  private readonly originals = new Map<string, PropertyDescriptor | undefined>()

  /** Begins afresh: nothing kept, asked, or set. */
  open(): void {
    for (const each of [this.kept, this.set, this.listeners]) each.clear()
    this.asked.length = 0
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
  /** The newest answer set for a method and path counts. */
  on(method: string, path: string, answer: (body: any) => unknown): void {
    this.set.set(`${method} ${path}`, answer)
  }
  happens(name: string, event: unknown = {}): void {
    for (const listener of this.of(name)) listener(event)
  }
  /** What was asked of paths that end so. */
  askedOf(path: string): Request[] {
    return this.asked.filter((each) => each.path.endsWith(path))
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
  private async answer(url: string, { method = 'GET', body }: RequestInit = {}): Promise<Response> {
    const asked: Request = {
      method,
      path: url.replace(/^\/api/, ''),
      body: typeof body === 'string' ? JSON.parse(body) : body,
    }
    this.asked.push(asked)
    const set = this.set.get(`${method} ${asked.path}`)
    const answer = await (set ? set(asked.body) : this.answers(asked))
    if (answer instanceof Error) throw answer
    if (answer instanceof Response) return answer
    if (answer === undefined) return new Response(null, { status: 204 })
    return typeof answer === 'number' ? refusal(answer) : json(answer, 200)
  }
}

/** A refusal as the server words it. */
export function refusal(status: number, problem: object = {}): Response {
  return json({ code: 'REFUSED', message: `refused with ${status}`, ...problem }, status)
}

function json(value: unknown, status: number): Response {
  return new Response(JSON.stringify(value), {
    status,
    headers: { 'content-type': 'application/json' },
  })
}

/** Waits until something holds; the page's own timers run on. */
export async function until(holds: () => boolean): Promise<void> {
  for (let tries = 0; !holds(); tries++) {
    if (tries > 400) throw new Error('it did not come about')
    await new Promise((done) => setTimeout(done, 10))
  }
}

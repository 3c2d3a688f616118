/** What was asked of the server. */
export interface Request {
  method: string
  /** Below `/api`, with its query. */
  path: string
  body: any
}

/**
 * A server that answers what the test sets. An answer is a value (JSON), `undefined` for nothing, a number for a refusal with that
 * status, or an Error for a lost line; or a promise of one.
 */
export class FakeServer {
  readonly asked: Request[] = []
  /** What answers where nothing is set for a method and path. */
  answers: (asked: Request) => unknown = ({ method, path }) =>
    refusal(404, { message: `nothing is set for ${method} ${path}` })
  private readonly set = new Map<string, (body: any) => unknown>()

  /** Begins afresh: nothing asked, or set. */
  clear(): void {
    this.set.clear()
    this.asked.length = 0
  }
  /** Answers `fetch` from now on. */
  listen(): void {
    this.clear()
    globalThis.fetch = ((url: string, init?: RequestInit) =>
      this.answer(url, init)) as typeof globalThis.fetch
  }
  /** The newest answer set for a method and path counts. */
  on(method: string, path: string, answer: (body: any) => unknown): void {
    this.set.set(`${method} ${path}`, answer)
  }
  /** What was asked of paths that end so. */
  askedOf(path: string): Request[] {
    return this.asked.filter((each) => each.path.endsWith(path))
  }
  /** What was sent to change something, the oldest first. */
  get changes(): Request[] {
    return this.asked.filter(({ method }) => method !== 'GET')
  }
  async answer(url: string, { method = 'GET', body }: RequestInit = {}): Promise<Response> {
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

/** What a page asked of the server. */
export interface Asked {
  method: string
  path: string
  body: unknown
}

/** Answers of a server that is not there: by method and path, the newest set counts. */
export function fakeServer() {
  const asked: Asked[] = []
  const answers = new Map<string, (body: unknown) => { status?: number; body?: unknown }>()
  const original = globalThis.fetch
  return {
    asked,
    on(method: string, path: string, answer: (body: any) => unknown, status = 200) {
      answers.set(`${method} ${path}`, (body) => ({ status, body: answer(body) }))
    },
    start() {
      globalThis.fetch = async (url, init) => {
        const method = init?.method ?? 'GET'
        const path = String(url).replace(/^\/api/, '')
        const body: unknown = typeof init?.body === 'string' ? JSON.parse(init.body) : init?.body
        asked.push({ method, path, body })
        const answer = answers.get(`${method} ${path}`)?.(body)
        if (!answer) return new Response(JSON.stringify({ code: 'NOT_FOUND', message: `nothing is set for ${method} ${path}` }), { status: 404, headers: { 'content-type': 'application/json' } })
        return answer.body === undefined ? new Response(null, { status: 204 }) : new Response(JSON.stringify(answer.body), { status: answer.status, headers: { 'content-type': 'application/json' } })
      }
    },
    stop() {
      globalThis.fetch = original
    },
    forget() {
      asked.length = 0
      answers.clear()
    },
  }
}

/** Waits until something holds; the page's own timers run on. */
export async function until(holds: () => boolean): Promise<void> {
  for (let tries = 0; !holds(); tries++) {
    if (tries > 400) throw new Error('it did not come about')
    await new Promise((done) => setTimeout(done, 10))
  }
}

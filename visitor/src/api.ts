import type {
  ContactInput,
  DoorPublic,
  ProblemBody,
  SourceView,
  Thread,
  WayInput,
} from '@janua/contracts'
import { language } from './words.ts'

/** A refusal by the server. Anything else that goes wrong is a lost connection. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problem: ProblemBody,
  ) {
    super(problem.message)
  }
}

export class DoorApi {
  constructor(
    private readonly door: string,
    private readonly token: () => string | null,
  ) {}

  open = () => this.call<DoorPublic>('GET', `/${this.door}`)
  newVisitor = () => this.call<{ token: string }>('POST', `/${this.door}/visitors`)
  thread = () => this.call<Thread>('GET', `/${this.door}/thread`)
  say = (message: { clientId: string; text: string }) =>
    this.call<void>('POST', `/${this.door}/messages`, { ...message, language })
  vote = (message: number, helpful: boolean) =>
    this.call<void>('POST', `/${this.door}/votes`, { message, helpful })
  opened = (message: number) => this.call<void>('POST', `/${this.door}/opened`, { message })
  askPerson = () => this.call<void>('POST', `/${this.door}/person`, { language })
  contact = (contact: ContactInput) => this.call<void>('POST', `/${this.door}/contact`, contact)
  way = (way: WayInput) => this.call<void>('POST', `/${this.door}/way`, way)
  seen = (seq: number) => this.call<void>('POST', `/${this.door}/seen`, { seq })
  rate = (rating: { stars: number; word: string }) =>
    this.call<void>('POST', `/${this.door}/rating`, rating)
  attach = async (file: File) =>
    this.send<void>(
      `/${this.door}/files?${new URLSearchParams({ name: file.name.slice(-200), clientId: crypto.randomUUID() }).toString()}`,
      file,
    )
  file = async (id: number) => URL.createObjectURL(await this.blob(`/${this.door}/files/${id}`))
  stopWaiting = () => this.call<void>('POST', `/${this.door}/stop-waiting`)
  end = () => this.call<void>('POST', `/${this.door}/end`)
  forget = () => this.call<void>('DELETE', `/${this.door}/visitor`)
  transcript = () => this.call<string>('GET', `/${this.door}/transcript`)
  source = (revision: number) => this.call<SourceView>('GET', `/${this.door}/sources/${revision}`)

  private async call<T>(method: string, path: string, body?: unknown): Promise<T> {
    const token = this.token()
    const response = await fetch(`/api/visit${path}`, {
      method,
      headers: {
        ...(token && { authorization: `Bearer ${token}` }),
        ...(body !== undefined && { 'content-type': 'application/json' }),
      },
      body: body === undefined ? undefined : JSON.stringify(body),
      signal: AbortSignal.timeout(15_000),
    })
    const json = response.headers.get('content-type')?.includes('json')
    if (!response.ok && json)
      throw new Refused(response.status, (await response.json()) as ProblemBody)
    if (!response.ok) throw new Error(`status ${response.status}`)
    if (response.status === 204) return undefined as T
    return (json ? await response.json() : await response.text()) as T
  }

  private async send<T>(path: string, file: Blob): Promise<T> {
    const response = await fetch(`/api/visit${path}`, {
      method: 'POST',
      headers: {
        authorization: `Bearer ${this.token()}`,
        'content-type': 'application/octet-stream',
      },
      body: file,
    })
    if (!response.ok) throw new Refused(response.status, (await response.json()) as ProblemBody)
    return undefined as T
  }

  private async blob(path: string): Promise<Blob> {
    const response = await fetch(`/api/visit${path}`, {
      headers: { authorization: `Bearer ${this.token()}` },
    })
    if (!response.ok) throw new Error(`status ${response.status}`)
    return response.blob()
  }
}

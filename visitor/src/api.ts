import type { ContactInput, ProblemBody, WayInput } from '@janua/contracts'
import type { BodyFor, Known, OutputFor } from '@janua/contracts/routes'
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

  open = () => this.get(`/visit/${this.door}`)
  newVisitor = () => this.post(`/visit/${this.door}/visitors`)
  thread = () => this.get(`/visit/${this.door}/thread`)
  say = (message: { clientId: string; text: string }) =>
    this.post(`/visit/${this.door}/messages`, { ...message, language })
  vote = (message: number, helpful: boolean) =>
    this.post(`/visit/${this.door}/votes`, { message, helpful })
  opened = (message: number) => this.post(`/visit/${this.door}/opened`, { message })
  askPerson = () => this.post(`/visit/${this.door}/person`, { language })
  contact = (contact: ContactInput) => this.post(`/visit/${this.door}/contact`, contact)
  way = (way: WayInput) => this.post(`/visit/${this.door}/way`, way)
  seen = (seq: number) => this.post(`/visit/${this.door}/seen`, { seq })
  rate = (rating: { stars: number; word: string }) =>
    this.post(`/visit/${this.door}/rating`, rating)
  attach = async (file: File) =>
    this.send<void>(
      `/visit/${this.door}/files?${new URLSearchParams({ name: file.name.slice(-200), clientId: crypto.randomUUID() }).toString()}`,
      file,
    )
  file = async (id: number) =>
    URL.createObjectURL(await this.blob(`/visit/${this.door}/files/${id}`))
  stopWaiting = () => this.post(`/visit/${this.door}/stop-waiting`)
  end = () => this.post(`/visit/${this.door}/end`)
  forget = () => this.remove(`/visit/${this.door}/visitor`)
  transcript = () => this.call<string>('GET', `/visit/${this.door}/transcript`)
  source = (revision: number) => this.get(`/visit/${this.door}/sources/${revision}`)

  private get = <const Path extends string>(path: Known<'GET', Path>) =>
    this.call<OutputFor<'GET', Path>>('GET', path)
  private post = <const Path extends string>(
    path: Known<'POST', Path>,
    body?: BodyFor<'POST', Path>,
  ) => this.call<OutputFor<'POST', Path>>('POST', path, body)
  private remove = <const Path extends string>(path: Known<'DELETE', Path>) =>
    this.call<OutputFor<'DELETE', Path>>('DELETE', path)

  private async call<T>(method: string, path: string, body?: unknown): Promise<T> {
    const token = this.token()
    const response = await fetch(`/api${path}`, {
      method,
      headers: {
        'accept-language': language,
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
    const response = await fetch(`/api${path}`, {
      method: 'POST',
      headers: {
        'accept-language': language,
        authorization: `Bearer ${this.token()}`,
        'content-type': 'application/octet-stream',
      },
      body: file,
    })
    if (!response.ok) throw new Refused(response.status, (await response.json()) as ProblemBody)
    return undefined as T
  }

  private async blob(path: string): Promise<Blob> {
    const response = await fetch(`/api${path}`, {
      headers: { authorization: `Bearer ${this.token()}` },
    })
    if (!response.ok) throw new Error(`status ${response.status}`)
    return response.blob()
  }
}

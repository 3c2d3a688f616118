import { language, t } from './i18n.ts'
import type { ProblemBody, SessionInfo } from '@janua/contracts'
import type { BodyFor, Known, OutputFor, QueryFor } from '@janua/contracts/routes'

/** A refusal by the server, in its own words. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problem: ProblemBody,
  ) {
    super(problem.message)
  }
}

let token = ''
let signedOut: () => void = () => undefined

export function keepToken(session: SessionInfo): SessionInfo {
  token = session.csrf
  return session
}
export function whenSignedOut(action: () => void): void {
  signedOut = action
}
/** The session has ended without this page doing it. */
export function signedOutElsewhere(): void {
  signedOut()
}

/** Asks Janua's API. @throws {Refused} with the server's sentence, or an Error when there is no connection */
export async function call<T>(
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE',
  path: string,
  body?: unknown,
  signal?: AbortSignal,
): Promise<T> {
  const asIs = body instanceof FormData || body instanceof Blob
  const response = await fetch(`/api${path}`, {
    method,
    signal,
    headers: {
      'accept-language': language(),
      ...(method !== 'GET' && { 'x-janua-token': token }),
      ...(body !== undefined && !asIs && { 'content-type': 'application/json' }),
    },
    body: body === undefined ? undefined : asIs ? body : JSON.stringify(body),
  })
  if (response.status === 204) return undefined as T
  const json = response.headers.get('content-type')?.includes('json')
  if (response.ok) return (await response.json()) as T
  const problem: ProblemBody = json
    ? ((await response.json()) as ProblemBody)
    : { code: 'BROKEN', message: t('shell.api.theServerAnsweredWith', { status: response.status }) }
  if (problem.code === 'NOT_SIGNED_IN') signedOut()
  throw new Refused(response.status, problem)
}

/** Sends one file as the body of a request. */
export async function sendFile(path: string, file: File): Promise<void> {
  const query = new URLSearchParams({
    name: file.name.slice(-200),
    clientId: crypto.randomUUID(),
  }).toString()
  await call('POST', `${path}?${query}`, file)
}

/** Asks for something. What comes follows from the path, by the table of routes. */
export const get = <const Path extends string>(
  path: Known<'GET', Path>,
  query: QueryFor<'GET', Path> = {} as QueryFor<'GET', Path>,
  signal?: AbortSignal,
) =>
  call<OutputFor<'GET', Path>>(
    'GET',
    withQuery(path, query as Record<string, unknown>),
    undefined,
    signal,
  )
export const post = <const Path extends string>(
  path: Known<'POST', Path>,
  body?: BodyFor<'POST', Path>,
) => call<OutputFor<'POST', Path>>('POST', path, body)
export const put = <const Path extends string>(
  path: Known<'PUT', Path>,
  body?: BodyFor<'PUT', Path>,
) => call<OutputFor<'PUT', Path>>('PUT', path, body)
export const patch = <const Path extends string>(
  path: Known<'PATCH', Path>,
  body?: BodyFor<'PATCH', Path>,
) => call<OutputFor<'PATCH', Path>>('PATCH', path, body)
export const remove = <const Path extends string>(path: Known<'DELETE', Path>) =>
  call<OutputFor<'DELETE', Path>>('DELETE', path)

function withQuery(path: string, query: Record<string, unknown>): string {
  const given = Object.entries(query).filter(
    ([, value]) => value !== undefined && value !== null && value !== '',
  )
  const text = new URLSearchParams(given.map(([name, value]) => [name, String(value)])).toString()
  return text ? `${path}?${text}` : path
}

/** What to tell a person of a failure. */
export function inPlainWords(cause: unknown): string {
  if (cause instanceof Refused) return cause.message
  return t('shell.api.januaDoesNotAnswer')
}

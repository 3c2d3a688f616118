import { PASSWORD } from '../../server/src/testing/harness.ts'

export type Post = (path: string, body?: object) => Promise<Response>

/** A person of the team who speaks to the server as a browser would, without one. */
export async function agentOver(
  url: string,
  name: string,
): Promise<{ cookie: string; post: Post; get: (path: string) => Promise<Response> }> {
  const first = await fetch(`${url}/session`)
  const { csrf } = (await first.json()) as { csrf: string }
  const signed = await fetch(`${url}/session`, {
    method: 'POST',
    headers: { 'x-janua-token': csrf, 'content-type': 'application/json' },
    body: JSON.stringify({
      mail: `${name.toLowerCase().replace(/\W+/g, '.')}@team.example`,
      password: PASSWORD,
    }),
  })
  if (!signed.ok) throw new Error(`${name} could not sign in: ${await signed.text()}`)
  const cookie = cookieOf(signed)
  const { csrf: token } = (await signed.json()) as { csrf: string }
  return {
    cookie,
    post: (path, body = {}) =>
      fetch(`${url}${path}`, {
        method: 'POST',
        headers: { cookie, 'x-janua-token': token, 'content-type': 'application/json' },
        body: JSON.stringify(body),
      }),
    get: (path) => fetch(`${url}${path}`, { headers: { cookie } }),
  }
}

/**
 * A visitor at the door “help”.
 * @param token of one who came before; a new one is asked for without it
 * @param address that a proxy would name as the visitor's
 */
export async function visitorOver(
  url: string,
  token?: string,
  address = '127.0.0.1',
): Promise<{
  token: string
  post: Post
  thread: () => Promise<import('@janua/contracts').Thread>
}> {
  const mine =
    token ??
    (
      (await (await fetch(`${url}/visit/help/visitors`, { method: 'POST' })).json()) as {
        token: string
      }
    ).token
  const headers = {
    authorization: `Bearer ${mine}`,
    'content-type': 'application/json',
    'x-forwarded-for': address,
  }
  return {
    token: mine,
    post: (path, body = {}) =>
      fetch(`${url}/visit/help${path}`, { method: 'POST', headers, body: JSON.stringify(body) }),
    thread: async () =>
      (await (
        await fetch(`${url}/visit/help/thread`, { headers })
      ).json()) as import('@janua/contracts').Thread,
  }
}

function cookieOf(response: Response): string {
  return response.headers.get('set-cookie')!.split(';')[0]!
}

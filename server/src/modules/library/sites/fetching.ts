import { lookup as dnsLookup } from 'node:dns/promises'
import ipaddr from 'ipaddr.js'
import { Agent, buildConnector, fetch, type Response } from 'undici'
import { Unreadable } from '../readers/text.ts'

/** What the outside world looks like from here. */
export interface Outside {
  /** Hosts that stand elsewhere than the names say, such as a simulator: "www.merrowline.example" to "127.0.0.1:4401". */
  resolve: Readonly<Record<string, string>>
  /** Pause between two requests to one site, in milliseconds. */
  paceMs: number
  /** A page that takes longer is given up, in milliseconds. */
  timeoutMs: number
  /** Hosts of the house that may stand at a private address: set by who runs the server. */
  intranet?: ReadonlySet<string>
}
export const REAL_WORLD: Outside = { resolve: {}, paceMs: 600, timeoutMs: 15_000 }

export interface Fetched {
  /** The address that answered, after redirects. */
  address: string
  status: number
  type: string
  /** What the X-Robots-Tag header says; empty without one. */
  robots: string
  bytes: Buffer
}

const MB = 1024 * 1024
const MOST_BYTES = 5 * MB
const MOST_REDIRECTS = 5

/**
 * Gets a page from a host that the lead has allowed. Each redirect is looked at like a first request; private addresses are refused,
 * and what was looked up is what is connected to.
 * @throws {Unreadable} with the reason in plain words
 */
export async function fetchPage(
  address: string,
  allowed: ReadonlySet<string>,
  outside: Outside,
): Promise<Fetched> {
  const seen = new Set<string>()
  let here = address
  for (;;) {
    if (seen.has(here)) throw new Unreadable('it redirects in a circle')
    if (seen.size > MOST_REDIRECTS)
      throw new Unreadable(`it redirects more than ${MOST_REDIRECTS} times`)
    seen.add(here)
    const answer = await getOnce(new URL(here), allowed, outside)
    const location = answer.headers.get('location')
    if (answer.status < 300 || answer.status >= 400 || !location)
      return {
        address: here,
        status: answer.status,
        type: answer.headers.get('content-type') ?? '',
        robots: answer.headers.get('x-robots-tag') ?? '',
        bytes: answer.bytes,
      }
    if (!URL.canParse(location, here))
      throw new Unreadable('it redirects to something that is no address')
    here = new URL(location, here).href
  }
}

async function getOnce(
  url: URL,
  allowed: ReadonlySet<string>,
  outside: Outside,
): Promise<{ status: number; headers: Response['headers']; bytes: Buffer }> {
  if (url.protocol !== 'http:' && url.protocol !== 'https:')
    throw new Unreadable('only http and https addresses are read')
  if (url.username || url.password)
    throw new Unreadable('addresses with a name and password in them are not read')
  if (!allowed.has(url.host))
    throw new Unreadable(`the host ${url.host} is not on the list of allowed hosts`)
  const dispatcher = guarded(url, outside)
  try {
    const answer = await fetch(url, {
      dispatcher,
      redirect: 'manual',
      signal: AbortSignal.timeout(outside.timeoutMs),
      headers: {
        'user-agent': 'Janua',
        accept: 'text/html,application/xhtml+xml,application/xml;q=0.9,text/plain;q=0.8',
      },
    })
    return { status: answer.status, headers: answer.headers, bytes: await bytesOf(answer) }
  } catch (cause) {
    throw unreadable(cause as Error, outside.timeoutMs)
  } finally {
    await dispatcher.destroy()
  }
}

/** Connects only to where the host of an address may stand: what was looked up is what is connected to. */
function guarded(url: URL, outside: Outside): Agent {
  const connect = buildConnector({ timeout: outside.timeoutMs })
  return new Agent({
    connect: (options, done) =>
      void placeOf(url, outside).then(
        ({ ip, port }) => connect({ ...options, hostname: ip, port: String(port) }, done),
        (cause: Error) => done(cause, null),
      ),
  })
}

/** Everything that it sends, unpacked. A small file that unpacks to a large one is stopped at the limit as well. */
async function bytesOf(answer: Response): Promise<Buffer> {
  const pieces: Uint8Array[] = []
  let size = 0
  for await (const piece of answer.body ?? []) {
    size += piece.byteLength
    if (size > MOST_BYTES) throw new Unreadable(`it is larger than ${MOST_BYTES / MB} MB`)
    pieces.push(piece)
  }
  return Buffer.concat(pieces)
}

/** Where a host stands: as the configuration says, else as the name service says, if that is a public place. */
async function placeOf(
  url: URL,
  { resolve, intranet }: Outside,
): Promise<{ ip: string; port: number }> {
  const mapped = resolve[url.host]
  if (mapped) {
    const [ip, port] = mapped.split(':')
    return { ip: ip!, port: Number(port) }
  }
  const name = url.hostname.replace(/^\[|\]$/g, '')
  const found = ipaddr.isValid(name)
    ? [{ address: name }]
    : await dnsLookup(name, { all: true }).catch(() => [])
  if (found.length === 0) throw new Unreadable(`there is no host ${url.hostname}`)
  if (
    isPrivate(
      url.hostname,
      found.map(({ address }) => address),
      intranet,
    )
  )
    throw new Unreadable(
      `${url.hostname} leads to a private address. For a site of your intranet, whoever runs Janua names the host in INTRANET_HOSTS`,
    )
  return { ip: found[0]!.address, port: Number(url.port) || (url.protocol === 'https:' ? 443 : 80) }
}

/** Whether a host leads where nobody outside may look: to a private address, unless it is named as one of the house's own. */
export function isPrivate(
  host: string,
  addresses: readonly string[],
  intranet: ReadonlySet<string> = new Set(),
): boolean {
  const ranges = addresses.map((address) => ipaddr.process(address).range())
  if (intranet.has(host)) return ranges.some((range) => !INTRANET.has(range))
  return ranges.some((range) => range !== 'unicast')
}

/** Never this machine itself, nor the addresses of cloud services behind link-local ones. */
const INTRANET: ReadonlySet<string> = new Set(['private', 'uniqueLocal', 'unicast'])

/** Why nothing came, in plain words; the reason lies below what the client says of it. */
function unreadable(cause: Error, timeoutMs: number): Unreadable {
  if (cause instanceof Unreadable) return cause
  if (cause.cause instanceof Error) return unreadable(cause.cause, timeoutMs)
  const { code = '' } = cause as NodeJS.ErrnoException
  if (cause.name === 'TimeoutError' || code === 'UND_ERR_CONNECT_TIMEOUT')
    return new Unreadable(`it did not answer within ${timeoutMs / 1000} seconds`)
  if (code === 'ECONNREFUSED') return new Unreadable('nothing answers there')
  if (code === 'ECONNRESET' || code === 'UND_ERR_SOCKET')
    return new Unreadable('the connection broke off')
  if (code.startsWith('Z_') || code.startsWith('ERR_BROTLI') || code.startsWith('ERR__ERROR'))
    return new Unreadable('what it sent is packed in a way that cannot be unpacked')
  if (/certificate|CERT|self-signed/i.test(`${code} ${cause.message}`))
    return new Unreadable('its certificate cannot be trusted')
  return new Unreadable('it could not be reached')
}

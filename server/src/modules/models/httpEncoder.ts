import type { Language } from '@janua/core'
import { createHash } from 'node:crypto'
import { setTimeout as pause } from 'node:timers/promises'
import { type Encoder, EncoderFault, type TextKind, unitVectors } from '../answering/index.ts'

export interface HttpEncoderSettings {
  /** Where the protocol begins: texts go to `embeddings` below it, as in "http://127.0.0.1:8080/v1". */
  url: string
  /** The name of the model, as the server knows it. */
  model: string
  /** Sent as a bearer token. */
  key?: string
  languages?: readonly Language[]
  maxTokens?: number
  /** Put before each text, where the model was taught with them. */
  prefixes?: Partial<Record<TextKind, string>>
  /** So many texts go in one request. */
  batch?: number
  /** A request that takes longer is given up. */
  timeoutMs?: number
  /** How long to wait before each further attempt, unless the server says how long. */
  waitsMs?: readonly number[]
}

const BATCH = 64
const TIMEOUT_MS = 20_000
const WAITS_MS = [500, 2_000, 8_000]
/** A server may ask for a wait of at most so long; beyond, it counts as down. */
const LONGEST_WAIT_MS = 60_000
const MAX_TOKENS = 512
/** A token is hardly ever shorter in the languages that we know; what is longer than all tokens is not sent. */
const LETTERS_OF_TOKEN = 8
/** What every encoder is asked first: a model that was changed under the same name gives other vectors. */
const PROBES = [
  'Where do I find my order number?',
  'Refunds are paid within five working days of the return.',
  'Wie kündige ich meinen Vertrag?',
  'The café opens at 7:30 and closes at 18:00, except on 24 December.',
]
/** Vectors are told apart in steps of this: the same model on other hardware differs by far less. */
const PROBE_STEP = 0.01

/**
 * Connects to a server that speaks the common embeddings protocol: `{ model, input[] }` is answered by `{ data: [{ index, embedding }] }`.
 * It is asked once for some known texts: that tells its dimensions, and gives it an id that another model under the same name does not have.
 * @throws {EncoderFault} when it cannot be used
 */
export async function httpEncoder(
  settings: HttpEncoderSettings,
  signal?: AbortSignal,
): Promise<Encoder> {
  const service = new EmbeddingService(settings)
  const probes = await service.embed(PROBES, 'passage', signal)
  const dimensions = probes[0]!.length
  const print = createHash('sha256').update(settings.model)
  for (const vector of probes)
    print.update(Int32Array.from(vector, (value) => Math.round(value / PROBE_STEP)))
  return {
    id: `${settings.model} ${print.digest('hex').slice(0, 12)}`,
    dimensions,
    languages: settings.languages ?? null,
    maxTokens: service.maxTokens,
    embed: (texts, kind, stop) => service.embed(texts, kind, stop, dimensions),
  }
}

class EmbeddingService {
  readonly maxTokens: number
  private readonly address: URL

  constructor(private readonly settings: HttpEncoderSettings) {
    this.maxTokens = settings.maxTokens ?? MAX_TOKENS
    try {
      this.address = new URL(`${settings.url.replace(/\/+$/, '')}/embeddings`)
    } catch {
      throw new EncoderFault(`“${settings.url}” is no address.`)
    }
  }

  async embed(
    texts: readonly string[],
    kind: TextKind,
    signal?: AbortSignal,
    dimensions?: number,
  ): Promise<Float32Array<ArrayBuffer>[]> {
    const prefix = this.settings.prefixes?.[kind] ?? ''
    const size = this.settings.batch ?? BATCH
    const vectors: Float32Array<ArrayBuffer>[] = []
    for (let from = 0; from < texts.length; from += size) {
      const some = texts
        .slice(from, from + size)
        .map((text) => prefix + text.slice(0, this.maxTokens * LETTERS_OF_TOKEN))
      const given = await this.given(some, signal)
      vectors.push(
        ...unitVectors(given, {
          texts: some.length,
          dimensions: dimensions ?? vectors[0]?.length,
        }),
      )
    }
    return vectors
  }

  /** What comes back for some texts, in their order; what may pass by itself is tried again. */
  private async given(input: readonly string[], signal?: AbortSignal): Promise<unknown[]> {
    const waits = this.settings.waitsMs ?? WAITS_MS
    for (let attempt = 0; ; attempt++) {
      try {
        return await this.ask(input, signal)
      } catch (cause) {
        signal?.throwIfAborted()
        const wait = waits[attempt]
        if (!(cause instanceof EncoderFault) || !cause.isPassing || wait === undefined) throw cause
        await pause(cause instanceof AskedToWait ? cause.milliseconds : wait, undefined, { signal })
      }
    }
  }

  private async ask(input: readonly string[], signal?: AbortSignal): Promise<unknown[]> {
    const { model, key, timeoutMs = TIMEOUT_MS } = this.settings
    const late = AbortSignal.timeout(timeoutMs)
    let answer: Response
    let text: string
    try {
      answer = await fetch(this.address, {
        method: 'POST',
        headers: {
          'content-type': 'application/json',
          ...(key && { authorization: `Bearer ${key}` }),
        },
        body: JSON.stringify({ model, input }),
        signal: signal ? AbortSignal.any([signal, late]) : late,
      })
      text = await answer.text()
    } catch {
      throw new EncoderFault(
        late.aborted
          ? `It did not answer within ${timeoutMs / 1_000} seconds.`
          : `Nothing answers at ${this.address.host}.`,
        true,
      )
    }
    if (!answer.ok) throw refusal(answer)
    return vectorsIn(text)
  }
}

/** The server says how long to wait. */
class AskedToWait extends EncoderFault {
  constructor(readonly milliseconds: number) {
    super('It has too much to do.', true)
  }
}

function refusal({ status, headers }: Response): EncoderFault {
  if (status === 401 || status === 403) return new EncoderFault('It does not accept the key.')
  if (status === 404) return new EncoderFault('It has no such address or model.')
  const seconds = Number(headers.get('retry-after') ?? NaN)
  if (status === 429 && seconds >= 0 && seconds * 1_000 <= LONGEST_WAIT_MS)
    return new AskedToWait(seconds * 1_000)
  return new EncoderFault(`It answered with status ${status}.`, status === 429 || status >= 500)
}

/** The vectors of a reply, in the order of their index, which not every server keeps. */
function vectorsIn(text: string): unknown[] {
  let body: { data?: unknown } | null
  try {
    body = JSON.parse(text) as { data?: unknown } | null
  } catch {
    throw new EncoderFault('It answered with something that is not JSON.')
  }
  if (!Array.isArray(body?.data)) throw new EncoderFault('Its reply has no “data”.')
  const rows = body.data as ({ index?: unknown; embedding?: unknown } | null)[]
  const placed = rows.map((row, i) => ({
    at: typeof row?.index === 'number' ? row.index : i,
    vector: row?.embedding,
  }))
  return placed.toSorted((a, b) => a.at - b.at).map(({ vector }) => vector)
}

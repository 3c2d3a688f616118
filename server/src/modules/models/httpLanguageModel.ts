import { createParser } from 'eventsource-parser'
import {
  type CompleteSettings,
  type Completion,
  type LanguageModel,
  ModelFault,
  type ModelMessage,
} from './languageModel.ts'

export interface HttpLanguageModelSettings {
  /** Where the protocol begins: conversations go to `chat/completions` below it. */
  url: string
  model: string
  /** Sent as a bearer token. */
  key?: string
  /** From asking until the last piece. */
  timeoutMs?: number
}

const TIMEOUT_MS = 30_000
/** No reply that we ask for is longer; one that does not end is cut off. */
const MOST_LETTERS = 40_000
const LETTERS_OF_TOKEN = 4

/** What a piece of a streamed reply has, as far as we read it. */
interface Piece {
  choices?: { delta?: { content?: unknown; refusal?: unknown }; finish_reason?: unknown }[]
  usage?: { prompt_tokens?: unknown; completion_tokens?: unknown } | null
  error?: { message?: unknown }
}

/** Connects to a server that speaks the common protocol of chat completions, streamed. Nothing is asked until something is wanted. */
export function httpLanguageModel(settings: HttpLanguageModelSettings): LanguageModel {
  const { url, model, timeoutMs = TIMEOUT_MS } = settings
  let address: URL
  try {
    address = new URL(`${url.replace(/\/+$/, '')}/chat/completions`)
  } catch {
    throw new ModelFault('unreachable', `“${url}” is no address.`)
  }
  return {
    model,
    async complete(messages, wanted, signal, onPiece) {
      const late = AbortSignal.timeout(timeoutMs)
      const request: RequestInit = {
        method: 'POST',
        headers: {
          'content-type': 'application/json',
          accept: 'text/event-stream',
          ...(settings.key && { authorization: `Bearer ${settings.key}` }),
        },
        body: JSON.stringify(orderOf(model, messages, wanted)),
        signal: signal ? AbortSignal.any([signal, late]) : late,
      }
      let hasBegun = false
      try {
        // A connection that was kept may have been closed by the other side meanwhile: then another one is opened.
        const answer = await fetch(address, request).catch((cause: unknown) => {
          if (request.signal?.aborted) throw cause
          return fetch(address, request)
        })
        hasBegun = true
        if (!answer.ok) throw refusal(answer.status)
        return await read(answer, messages, onPiece)
      } catch (cause) {
        signal?.throwIfAborted()
        if (cause instanceof ModelFault) throw cause
        if (late.aborted)
          throw new ModelFault('late', `It did not answer within ${timeoutMs / 1_000} seconds.`)
        throw hasBegun
          ? endedEarly()
          : new ModelFault('unreachable', `Nothing answers at ${address.host}.`)
      }
    },
  }
}

function orderOf(
  model: string,
  messages: readonly ModelMessage[],
  { maxTokens, temperature = 0, stop, schema }: CompleteSettings,
): object {
  return {
    model,
    messages,
    max_tokens: maxTokens,
    temperature,
    stream: true,
    stream_options: { include_usage: true },
    ...(stop && { stop }),
    ...(schema && {
      response_format: { type: 'json_schema', json_schema: { ...schema, strict: true } },
    }),
  }
}

function refusal(status: number): ModelFault {
  if (status === 401 || status === 403) return new ModelFault('key', 'It does not accept the key.')
  if (status === 404) return new ModelFault('no such model', 'It has no such address or model.')
  if (status === 429)
    return new ModelFault('busy', 'It has too much to do, or its budget is used up.')
  return new ModelFault('status', `It answered with status ${status}.`)
}

/** Puts the pieces of a streamed reply together. */
async function read(
  answer: Response,
  messages: readonly ModelMessage[],
  onPiece: (piece: string) => void = () => undefined,
): Promise<Completion> {
  let text = ''
  let refused = ''
  let ended: unknown
  let usage: Piece['usage']
  let isDone = false
  let broken: ModelFault | undefined
  const parser = createParser({
    onEvent({ data }) {
      if (data === '[DONE]') {
        isDone = true
        return
      }
      const piece = parsed(data)
      if (!piece || piece.error) {
        broken ??= new ModelFault('broken reply', 'A piece of its reply cannot be read.')
        return
      }
      const [choice] = piece.choices ?? []
      usage = piece.usage ?? usage
      ended = choice?.finish_reason ?? ended
      if (typeof choice?.delta?.refusal === 'string') refused += choice.delta.refusal
      if (typeof choice?.delta?.content !== 'string' || choice.delta.content === '') return
      text += choice.delta.content
      onPiece(choice.delta.content)
    },
  })
  const decoder = new TextDecoder()
  for await (const bytes of answer.body ?? []) {
    parser.feed(decoder.decode(bytes as Uint8Array, { stream: true }))
    if (broken) throw broken
    if (text.length > MOST_LETTERS) throw new ModelFault('broken reply', 'Its reply does not end.')
    if (isDone) break
  }
  if (refused) throw new ModelFault('refused', 'It refused to reply.')
  if (!isDone && ended === undefined) throw endedEarly()
  if (text.trim() === '') throw new ModelFault('empty reply', 'Its reply is empty.')
  const sent = messages.reduce((sum, { content }) => sum + content.length, 0)
  return {
    text,
    // Not every server counts; then it is estimated, so that a budget holds all the same.
    tokens: {
      sent: countOf(usage?.prompt_tokens, sent),
      received: countOf(usage?.completion_tokens, text.length),
    },
    isCut: ended === 'length',
  }
}

function endedEarly(): ModelFault {
  return new ModelFault('broken reply', 'Its reply ended in the middle.')
}

function parsed(data: string): Piece | null {
  try {
    return JSON.parse(data) as Piece | null
  } catch {
    return null
  }
}

function countOf(tokens: unknown, letters: number): number {
  return typeof tokens === 'number' && tokens >= 0 ? tokens : Math.ceil(letters / LETTERS_OF_TOKEN)
}

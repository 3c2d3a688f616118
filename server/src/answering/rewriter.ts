import type { AnswerLength } from '@janua/core'
import type { Tone } from '@janua/contracts'

/** What a rewriter is asked to word; docs/rewriter.openapi.json is the contract. */
export interface RewriteOrder {
  question: string
  language: 'en' | 'de'
  tone: Tone
  length: AnswerLength
  /** What may be said; empty when the library is silent and the door allows answers from elsewhere. */
  passages: { title: string; path: string[]; text: string }[]
}

export interface Rewritten {
  text: string
  tokens: number
}

/** A service that words answers. What it says is checked before anybody sees it. */
export interface Rewriter {
  /** @throws {Error} with a reason in plain words when nothing usable comes back */
  rewrite(order: RewriteOrder, signal: AbortSignal): Promise<Rewritten>
}

const MOST_LETTERS = 6_000

/** Speaks the contract over HTTP. */
export function httpRewriter(address: string): Rewriter {
  return {
    async rewrite(order, signal) {
      const answer = await fetch(new URL('/v1/rewrite', address), {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(order),
        signal,
      })
      if (!answer.ok) throw new Error(`it answered with status ${answer.status}`)
      const body = (await answer.json().catch(() => null)) as {
        text?: unknown
        tokens?: { in?: unknown; out?: unknown }
      } | null
      if (
        typeof body?.text !== 'string' ||
        body.text.trim() === '' ||
        body.text.length > MOST_LETTERS
      )
        throw new Error('its reply has no text')
      const count = (tokens: unknown) => (typeof tokens === 'number' && tokens >= 0 ? tokens : 0)
      return { text: body.text.trim(), tokens: count(body.tokens?.in) + count(body.tokens?.out) }
    },
  }
}

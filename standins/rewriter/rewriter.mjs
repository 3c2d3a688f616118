import { bodyOf, served } from '../serving.mjs'

/**
 * A stand-in for a service that words answers: it speaks docs/rewriter.openapi.json, rewords by a few rules, takes its time, counts
 * tokens, and fails in a chosen way when a test asks for it.
 */
export const FAULTS = [
  'made-up sentence',
  'changed number',
  'dropped not',
  'empty reply',
  'silence',
  'status 500',
]

const SILENCE_MS = 30_000

/** Puts what stands before a comma at the end, and says some things in other words, so that rewording is real though simple. */
function reword(sentence, tone) {
  const allowed = tone === 'formal' ? 'is allowed to' : 'can'
  return sentence
    .replace(
      /^(On|In|At|For|From) ([^,.]{3,40}), ([A-Za-z])([^.]*)\.$/,
      (_, link, scene, first, rest) =>
        `${first.toUpperCase()}${rest} ${link.toLowerCase()} ${scene}.`,
    )
    .replace(/\bmay\b/g, allowed)
    .replace(/\bfree of charge\b/g, 'free')
    .replace(/\bin order to\b/g, 'to')
}

function word({ passages, tone, length, question }) {
  if (passages.length === 0)
    return `I found nothing about this in general either, but people who ask “${question}” are mostly helped by the operator's own page.`
  const all = passages
    .flatMap(({ text }) => text.split(/\n+/))
    .flatMap((line) => line.split(/(?<=[.!?])\s+/))
    .map((line) => line.trim())
    .filter(Boolean)
  const kept = length === 'short' ? all.slice(0, 2) : all
  return kept.map((sentence) => reword(sentence, tone)).join(' ')
}

function spoilt(text, fault) {
  switch (fault) {
    case 'made-up sentence':
      return `${text} You also get a free coffee on every crossing.`
    case 'changed number':
      return /\d/.test(text)
        ? text.replace(/\d+/, (number) => String(Number(number) + 7))
        : `${text} It costs 7.`
    case 'dropped not':
      return /\b(?:not|no|never)\b/.test(text)
        ? text.replace(/\b(?:not|no|never) /, '')
        : text.replace(/\b(is|are|can|must|may|pay|travel)\b/, '$1 not')
    case 'empty reply':
      return ''
    default:
      return text
  }
}

/**
 * @param {{ latencyMs?: number }} options
 * @returns {Promise<{ address: string, next(fault: string | null): void, asked: object[], stop(): Promise<void> }>}
 */
export async function startRewriter({ port = 0, latencyMs = 60 } = {}) {
  let fault = null
  const asked = []
  const timers = new Set()
  const handler = async (request, response) => {
    const send = (status, body) =>
      response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
    if (request.method === 'PUT' && request.url === '/v1/next-fault') {
      const { fault: wanted } = JSON.parse(await bodyOf(request))
      if (wanted !== null && !FAULTS.includes(wanted))
        return send(422, { message: `There is no fault “${wanted}”.` })
      fault = wanted
      return send(200, { fault })
    }
    if (request.method !== 'POST' || request.url !== '/v1/rewrite')
      return send(404, { message: 'Nothing is here.' })
    let order
    try {
      order = JSON.parse(await bodyOf(request))
    } catch {
      return send(400, { message: 'The order is no JSON.' })
    }
    if (!Array.isArray(order.passages) || typeof order.question !== 'string')
      return send(422, { message: 'An order has a question and passages.' })
    asked.push(order)
    const now = fault
    if (now === 'status 500') return send(500, { message: 'Something went wrong.' })
    const text = spoilt(word(order), now)
    const tokens = {
      in: Math.ceil(JSON.stringify(order).length / 4),
      out: Math.ceil(text.length / 4),
    }
    const timer = setTimeout(
      () => (timers.delete(timer), send(200, { text, tokens })),
      now === 'silence' ? SILENCE_MS : latencyMs,
    )
    timers.add(timer)
  }
  const { origin, stop } = await served(handler, port)
  return {
    address: origin,
    asked,
    next: (wanted) => void (fault = wanted),
    async stop() {
      for (const timer of timers) clearTimeout(timer)
      await stop()
    },
  }
}

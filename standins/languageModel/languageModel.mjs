import { bodyOf, faults, served } from '../serving.mjs'

/**
 * A stand-in for a server of language models: it speaks the common protocol of chat completions, streamed or not. It works by rule: what
 * stands between <passages> and </passages> is reworded, a wish for phrasings is answered from a table, anything else is not known. It
 * fails in a chosen way when asked to.
 */
export const FAULTS = [
  'made-up sentence',
  'changed number',
  'dropped not',
  'refusal',
  'half JSON',
  'cut off',
  'empty reply',
  'silence',
  'slow stream',
  'status 500',
  'status 429',
  'status 401',
  'prompt leak',
]
const UNKNOWN = 'I do not know that.'
const SLOW_MS = 120
/** Ways to ask: the first that fits is filled in. */
const PHRASINGS = [
  (about) => `How does ${about} work?`,
  (about) => `I have a question about ${about}`,
  (about) => `what about ${about}`,
  (about) => `Can you tell me more on ${about}?`,
  (about) => `${about}?`,
]

function reply(messages) {
  const said = messages.at(-1)?.content ?? ''
  const passages = /<passages>([\s\S]*?)<\/passages>/.exec(said)?.[1]
  if (passages) return reworded(passages)
  const [, count, about] = /^Phrasings: (\d+) for “(.+)”$/m.exec(said) ?? []
  if (count)
    return JSON.stringify({
      phrasings: PHRASINGS.slice(0, Number(count)).map((phrase) => phrase(about.toLowerCase())),
    })
  return UNKNOWN
}

function reworded(passages) {
  return passages
    .trim()
    .split(/(?<=[.!?])\s+/)
    .map((sentence) => sentence.replace(/\bin order to\b/g, 'to').replace(/\bmay\b/g, 'can'))
    .join(' ')
}

function spoilt(text, fault, messages) {
  switch (fault) {
    case 'made-up sentence':
      return `${text} You also get a free coffee.`
    case 'changed number':
      return /\d/.test(text)
        ? text.replace(/\d+/, (n) => String(Number(n) + 7))
        : `${text} It is 7.`
    case 'dropped not':
      return text.replace(/\b(?:not|no|never) /, '')
    case 'half JSON':
      return text.slice(0, text.length / 2)
    case 'empty reply':
      return ''
    case 'prompt leak':
      return messages.map(({ content }) => content).join('\n')
    default:
      return text
  }
}

/** @returns see languageModel.d.mts */
export async function startLanguageModel({ port = 0, key = null, countsTokens = true } = {}) {
  const fault = faults()
  const asked = []
  const handler = async (request, response) => {
    const send = (status, body) =>
      response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
    if (request.method !== 'POST' || request.url !== '/v1/chat/completions')
      return send(404, { error: { message: 'Nothing is here.' } })
    const order = JSON.parse(await bodyOf(request))
    if (key !== null && request.headers.authorization !== `Bearer ${key}`)
      return send(401, { error: { message: 'The key is wrong.' } })
    asked.push(order)
    const now = fault.next()
    if (now === 'silence') return undefined
    const status = /^status (\d+)$/.exec(now ?? '')?.[1]
    if (status) return send(Number(status), { error: { message: 'Not now.' } })
    const text = spoilt(reply(order.messages), now, order.messages)
    const words = text.split(/(?<=\s)/).slice(0, order.max_tokens)
    const isCut = words.join('') !== text
    const usage = countsTokens && {
      prompt_tokens: Math.ceil(JSON.stringify(order.messages).length / 4),
      completion_tokens: words.length,
    }
    const finish = isCut ? 'length' : 'stop'
    if (!order.stream)
      return send(200, {
        choices: [
          { message: { role: 'assistant', content: words.join('') }, finish_reason: finish },
        ],
        usage,
      })
    response.writeHead(200, { 'content-type': 'text/event-stream' })
    const event = (data) => response.write(`data: ${JSON.stringify(data)}\n\n`)
    if (now === 'refusal') event({ choices: [{ delta: { refusal: 'I cannot help with that.' } }] })
    for (const [i, content] of words.entries()) {
      if (now === 'refusal') break
      if (now === 'slow stream' || now === 'cut off')
        await new Promise((done) => setTimeout(done, SLOW_MS))
      if (now === 'cut off' && i > 0) return response.destroy()
      event({ choices: [{ delta: { content } }] })
    }
    event({ choices: [{ delta: {}, finish_reason: finish }] })
    if (usage) event({ choices: [], usage })
    return response.end('data: [DONE]\n\n')
  }
  const { origin, stop } = await served(handler, port)
  return { url: `${origin}/v1`, asked, fail: fault.fail, stop }
}

import { bodyOf, faults, served } from '../serving.mjs'

/**
 * A simulator for a server of language models: it speaks the common protocol of chat completions, streamed or not. It works by rule on the last
 * message, which is material in JSON with its task: passages are reworded, phrasings come from a table, replies are put together to a draft.
 * Anything else is not known. It fails in a chosen way when asked to.
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
/** Ways to ask: the first that are not known yet are filled in. */
const PHRASINGS = [
  (about) => `How does ${about} work?`,
  (about) => `I have a question about ${about}`,
  (about) => `what about ${about}`,
  (about) => `Can you tell me more on ${about}?`,
  (about) => `${about}?`,
  (about) => `hi, i need help with ${about}, can you tell me what to do`,
  (about) => `where do I find out about ${about}`,
]

function reply(messages) {
  const said = messages.at(-1)?.content ?? ''
  const material = materialOf(said)
  switch (material?.task) {
    case 'wording':
      return reworded(material)
    case 'elsewhere':
      return `This does not come from the team: people who ask “${material.question}” are mostly helped by the operator’s own page.`
    case 'opinion':
      return opinion(material)
    case 'phrasings':
      return phrasings(material)
    case 'drafting':
      return drafted(material)
    case 'door texts':
      return doorTexts(material)
    case 'summary':
      return summed(material)
    default:
      return /^Say “(.+?)”/.exec(said)?.[1] ?? UNKNOWN
  }
}

function materialOf(said) {
  try {
    return JSON.parse(said)
  } catch {
    return null
  }
}

const sentencesOf = (text) =>
  text
    .split(/\n+/)
    .flatMap((line) => line.split(/(?<=[.!?])\s+/))
    .map((line) => line.trim())
    .filter(Boolean)

function reworded({ passages, tone, length }) {
  const all = passages.flatMap(({ text }) => sentencesOf(text))
  const kept = length === 'short' ? all.slice(0, 2) : all
  return kept.map((sentence) => reword(sentence, tone)).join(' ')
}

/** Puts what stands before a comma at the end, and says some things in other words, so that rewording is real though simple. */
function reword(sentence, tone) {
  return sentence
    .replace(
      /^(On|In|At|For|From) ([^,.]{3,40}), ([A-Za-z])([^.]*)\.$/,
      (_, link, scene, first, rest) =>
        `${first.toUpperCase()}${rest} ${link.toLowerCase()} ${scene}.`,
    )
    .replace(/\bmay\b/g, tone === 'formal' ? 'is allowed to' : 'can')
    .replace(/\bfree of charge\b/g, 'free')
    .replace(/\bin order to\b/g, 'to')
}

/** By how many of the question's longer words stand in the passages. */
function opinion({ question, passages }) {
  const words = [...new Set(question.toLowerCase().match(/\p{L}{4,}/gu) ?? [])]
  const text = JSON.stringify(passages).toLowerCase()
  const share = words.filter((word) => text.includes(word.slice(0, 5))).length / words.length
  return JSON.stringify({ answers: share >= 0.5 ? 'yes' : share > 0 ? 'partly' : 'no' })
}

function phrasings({ article, known = [], count }) {
  const about = article.title.toLowerCase()
  const some = PHRASINGS.map((phrase) => phrase(about)).filter((each) => !known.includes(each))
  return JSON.stringify({ phrasings: some.slice(0, count) })
}

function drafted({ questions, replies }) {
  const [first = 'A question'] = questions
  const title = first.replace(/[?!.]+$/, '')
  const all = [...new Set(replies.flatMap(sentencesOf))]
  return JSON.stringify({
    title: title.charAt(0).toUpperCase() + title.slice(1),
    body: all.length > 0 ? all.join('\n\n') : 'Open: nobody has answered this yet.',
  })
}

function doorTexts({ texts, brief }) {
  const warm = /\b(?:warm|friendly|freundlich)\b/i.test(brief)
  return JSON.stringify({
    texts: Object.fromEntries(
      Object.entries(texts).map(([name, text]) => [
        name,
        warm ? text.replace(/\.$/, ', gladly.') : text,
      ]),
    ),
  })
}

function summed({ conversation }) {
  const by = (who) => conversation.filter(({ from }) => from === who).map(({ text }) => text)
  return [
    `Wanted: ${by('visitor').at(0) ?? 'nothing yet'}`,
    ...(by('visitor').length > 1 ? [`Last said: ${by('visitor').at(-1)}`] : []),
    ...(by('assistant').length > 0 ? [`Told: ${by('assistant').at(-1)}`] : []),
  ].join('\n')
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
      return /\b(?:not|no|never) /.test(text)
        ? text.replace(/\b(?:not|no|never) /, '')
        : text.replace(/\b(is|are|can|must|may)\b/, '$1 not')
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
  let always = null
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
    const text = spoilt(always ?? reply(order.messages), now, order.messages)
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
  return { url: `${origin}/v1`, asked, fail: fault.fail, say: (text) => void (always = text), stop }
}

import { createHash } from 'node:crypto'
import { bodyOf, faults, served } from '../serving.mjs'

/**
 * A simulator for a server of sentence encoders: it speaks the common embeddings protocol. Its model is simple and real: a vector is the sum
 * of vectors of a text's groups of letters, so that texts with the same words point the same way. It fails in a chosen way when asked to.
 */
export const FAULTS = [
  'another count',
  'another dimension',
  'no number',
  'zeros',
  'half JSON',
  'a page',
  'silence',
  'status 500',
  'status 429',
  'status 401',
]

const DIMENSIONS = 64
const GRAM = 3

function vectorOf(text, seed) {
  const vector = new Array(DIMENSIONS).fill(0)
  const plain = ` ${text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, ' ')} `
  for (let i = 0; i + GRAM <= plain.length; i++) {
    const bytes = createHash('sha256')
      .update(`${seed} ${plain.slice(i, i + GRAM)}`)
      .digest()
    for (let k = 0; k < DIMENSIONS; k++) vector[k] += bytes[k % bytes.length] / 127.5 - 1
  }
  return vector
}

function spoilt(data, fault) {
  switch (fault) {
    case 'another count':
      return data.slice(1)
    case 'another dimension':
      return data.map((row) => ({ ...row, embedding: row.embedding.slice(1) }))
    case 'no number':
      return data.map((row) => ({ ...row, embedding: row.embedding.with(0, 'NaN') }))
    case 'zeros':
      return data.map((row) => ({ ...row, embedding: row.embedding.map(() => 0) }))
    default:
      return data
  }
}

/** @returns see encoder.d.mts */
export async function startEncoder({ port = 0, key = null } = {}) {
  const fault = faults()
  let seed = 'first'
  const asked = []
  const handler = async (request, response) => {
    const send = (status, body, headers = {}) =>
      response
        .writeHead(status, { 'content-type': 'application/json', ...headers })
        .end(JSON.stringify(body))
    if (request.method !== 'POST' || request.url !== '/v1/embeddings')
      return send(404, { error: { message: 'Nothing is here.' } })
    const order = JSON.parse(await bodyOf(request))
    if (key !== null && request.headers.authorization !== `Bearer ${key}`)
      return send(401, { error: { message: 'The key is wrong.' } })
    asked.push(order)
    const now = fault.next()
    if (now === 'silence') return undefined
    if (now === 'status 500') return send(500, { error: { message: 'Something went wrong.' } })
    if (now === 'status 429')
      return send(429, { error: { message: 'Slower, please.' } }, { 'retry-after': '0' })
    if (now === 'status 401') return send(401, { error: { message: 'The key is wrong.' } })
    if (now === 'a page')
      return response.writeHead(200, { 'content-type': 'text/html' }).end('<html>Welcome</html>')
    const data = order.input.map((text, index) => ({
      object: 'embedding',
      index,
      embedding: vectorOf(text, seed),
    }))
    const reply = JSON.stringify({
      object: 'list',
      model: order.model,
      // The last comes first: whoever reads them goes by their index.
      data: spoilt(data, now).toReversed(),
    })
    return response
      .writeHead(200, { 'content-type': 'application/json' })
      .end(now === 'half JSON' ? reply.slice(0, reply.length / 2) : reply)
  }
  const { origin, stop } = await served(handler, port)
  return {
    url: `${origin}/v1`,
    asked,
    fail: fault.fail,
    change: (name) => void (seed = name),
    stop,
  }
}

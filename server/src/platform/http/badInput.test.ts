import { seeded } from '@janua/core'
import { expect } from 'chai'
import supertest from 'supertest'
import { ACTIONS } from '@janua/contracts/routes'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  visitor,
  type TestVisitor,
} from '../../testing/harness.ts'
import { oddInput } from '../../testing/oddInput.ts'
import type { Route } from './routing.ts'

const TRIES = 14
/** These end what the test stands on: its session, its person, its visitor. */
const ENDINGS: ReadonlySet<string> = new Set(['session.end', 'session.start', 'team.change'])
const GARBAGE = [
  '[]',
  'null',
  '42',
  '"words"',
  '{"__proto__":{"a":1}}',
  `${'['.repeat(400)}${']'.repeat(400)}`,
  '{"id":{"$gt":0},"name":["x"],"text":{"a":[]},"content":7,"settings":"none","words":null}',
  '{"text":"\\ud800","name":"\\u0000"}',
  '{"a":',
  '',
  '\u0000\u0001',
]
const ODD_PLACES = ['0', '-1', '1e9', '99999999999999999999', 'abc', '%00', "1'--", '%F0%9F%98%80']
const SECRETS =
  /undefined|\[object|sql|sequelize|select |typeerror|cannot read|stack|node_modules|\bat \//i

describe('input that nobody means', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let lead: Member
  let someone: TestVisitor
  before(async () => {
    const outside = { fetch: () => Promise.reject(new Error('nothing is reached from here')) }
    ;({ janua, close } = await freshJanua(outside as never))
    lead = await member(janua, 'lead')
    await openTestApp(janua)
  })
  beforeEach(async () => {
    someone = await visitor(janua)
    await someone.says('a helicopter')
  })
  after(() => close())

  const routes = () => janua.routes.filter(({ action }) => !ENDINGS.has(action))
  /** Sends it as who may: the lead, or the visitor. */
  function send(
    { method, path, action }: Route,
    { place = '1', query = '', body }: { place?: string; query?: string; body?: unknown },
  ): supertest.Test {
    const address = `/api${path.replace(':door', 'help').replace(/:\w+/g, place)}${query}`
    const anyone = supertest(janua.app)
    if (ACTIONS[action] === 'visitor')
      return anyone[method](address)
        .set('authorization', `Bearer ${someone.token}`)
        .set('content-type', 'application/json')
        .send(body as object)
    return lead.http[method](address)
      .set('x-janua-token', lead.csrf)
      .set('content-type', 'application/json')
      .send(body as object)
  }
  /** A refusal is a sentence for people; nothing breaks. */
  function complaint(
    { method, path }: Route,
    { status, body, text }: supertest.Response,
    sent: unknown,
  ): string[] {
    const what = `${method} ${path} ${JSON.stringify(sent)?.slice(0, 300)} gave ${status} ${(text ?? '').slice(0, 200)}`
    if (status >= 500) return [what]
    const message = (body as { message?: unknown } | null)?.message
    return status >= 400 && (typeof message !== 'string' || SECRETS.test(message)) ? [what] : []
  }

  it('is told what is wrong with it, where it is no input at all', async function () {
    this.timeout(120_000)
    const wrong: string[] = []
    for (const each of routes().filter(({ method }) => method !== 'get'))
      for (const body of GARBAGE) wrong.push(...complaint(each, await send(each, { body }), body))
    expect(wrong).to.eql([])
  })

  it('is told so, where the address names nothing', async function () {
    this.timeout(120_000)
    const wrong: string[] = []
    for (const each of routes().filter(({ path }) => /:(?!door)/.test(path)))
      for (const place of ODD_PLACES)
        wrong.push(...complaint(each, await send(each, { place, body: {} }), place))
    expect(wrong).to.eql([])
  })

  it('breaks nothing where the form is right and the content is odd', async function () {
    this.timeout(300_000)
    const random = seeded(20_261_129)
    const wrong: string[] = []
    let through = 0
    for (const each of routes())
      for (let i = 0; i < TRIES && (each.body || each.query); i++) {
        const [body, asked] = [each.body, each.query].map(
          (schema) => schema && oddInput(schema.describe() as never, random),
        )
        const query = asked
          ? `?${new URLSearchParams(Object.entries(asked).map(([name, value]): [string, string] => [name, String(value)])).toString()}`
          : ''
        const place = String(1 + Math.floor(random() * 6))
        const answer = await send(each, { place, query, body })
        if (answer.status !== 422) through++
        if (answer.status === 401) someone = await visitor(janua)
        wrong.push(...complaint(each, answer, { place, query, body }))
      }
    expect(wrong).to.eql([])
    expect(through, 'inputs that got past their schema').to.be.above(500)
  })

  it('leaves the door answering', async () => {
    const answer = await someone.says('Can I bring my dog?')
    expect(answer.status).to.equal(204)
    expect((await someone.thread()).messages.at(-1)!.text)
      .to.be.a('string')
      .and.not.equal('')
  })
})

import type { ArticleCreate, DoorContent, ImportView, Role, SessionInfo } from '@janua/contracts'
import type { Routing } from '@janua/core'
import pino from 'pino'
import supertest, { type Agent } from 'supertest'
import { JANUA } from '../modules/accounts/audit.ts'
import type { MailTransport } from '../modules/channels/letter.ts'
import { hashPassword } from '../modules/accounts/passwords.ts'
import type { ReadModels } from '../modules/answering/meaningModels.ts'
import { connect, type DatabaseAddress } from '../platform/database/connect.ts'
import { emptied } from './emptied.ts'
import type { EncoderSource } from '../modules/models/encoders/source.ts'
import type { GivenConnection } from '../modules/models/modelUses.ts'
import { starterDoor } from '../modules/answering/doorDefaults.ts'
import { Limits } from '../platform/http/limits.ts'
import { type OpenJanua, withTables } from '../../../demo/allTables.ts'
import { createJanua } from '../app.ts'
import type { Outside } from '../modules/library/sites/fetching.ts'
import { summarise } from '../modules/releases/summaries.ts'

export const PASSWORD = 'a-password-for-tests'

/** A person of the team with a signed-in session. */
export interface Member {
  id: number
  name: string
  role: Role
  http: Agent
  csrf: string
  post(path: string, body?: object): supertest.Test
  put(path: string, body?: object): supertest.Test
  patch(path: string, body?: object): supertest.Test
  delete(path: string): supertest.Test
  get(path: string): supertest.Test
}

export interface TestClock {
  now(): Date
  set(iso: string): void
  pass(seconds: number): void
}

/** A Janua on an empty database of the real MariaDB, with a clock that only moves when told. */
export async function freshJanua(
  outside?: Outside,
  languageModel?: GivenConnection,
  mailTransport?: MailTransport,
  understanding?: ReadModels,
  encoder?: EncoderSource,
): Promise<{ janua: OpenJanua; clock: TestClock; close(): Promise<void> }> {
  if (!process.env.JANUA_TEST_DB)
    throw new Error('Service tests need the database that "npm test" starts.')
  const db = connect({
    ...(JSON.parse(process.env.JANUA_TEST_DB) as DatabaseAddress),
    name: 'janua_test',
  })
  await emptied(db)
  const clock = testClock()
  const janua = withTables(
    createJanua({
      db,
      sessionSecret: 'for tests',
      clock,
      log: pino({ level: 'silent' }),
      limits: new Limits(1_000),
      outside,
      languageModel,
      mailTransport,
      understanding,
      encoder,
    }),
  )
  return {
    janua,
    clock,
    async close() {
      await janua.close()
      await db.close()
    },
  }
}

function testClock(): TestClock {
  let now = Date.parse('2026-11-23T10:00:00Z')
  return {
    now: () => new Date(now),
    set: (iso) => void (now = Date.parse(iso)),
    pass: (seconds) => void (now += seconds * 1000),
  }
}

let people = 0
export async function member(
  janua: OpenJanua,
  role: Role,
  name = `${role} ${++people}`,
): Promise<Member> {
  const mail = `${name.toLowerCase().replace(/\W+/g, '.')}@team.example`
  const user = await janua.tables.users.create({
    name,
    mail,
    role,
    active: true,
    presence: 'here',
    atOnce: 20,
    password: await hashPassword(PASSWORD),
    createdAt: new Date(),
  })
  return { ...(await signIn(janua, mail)), id: user.id, name, role }
}

export async function signIn(
  janua: OpenJanua,
  mail: string,
  password = PASSWORD,
): Promise<Omit<Member, 'id' | 'name' | 'role'>> {
  const http = supertest.agent(janua.app)
  const before = (await http.get('/api/session')).body as SessionInfo
  const answer = await http
    .post('/api/session')
    .set('x-janua-token', before.csrf)
    .send({ mail, password })
  if (answer.status !== 200) throw new Error(`sign-in of ${mail} failed: ${answer.text}`)
  const { csrf } = answer.body as SessionInfo
  const change = (method: 'post' | 'put' | 'patch' | 'delete') => (path: string, body?: object) =>
    http[method](`/api${path}`).set('x-janua-token', csrf).send(body)
  return {
    http,
    csrf,
    get: (path) => http.get(`/api${path}`),
    post: change('post'),
    put: change('put'),
    patch: change('patch'),
    delete: change('delete'),
  }
}

export function article(
  title: string,
  body: string,
  phrasings: string[] = [],
  more: Partial<ArticleCreate> = {},
): ArticleCreate {
  return {
    kind: 'article',
    title,
    body,
    phrasings,
    collection: 'General',
    reviewOn: null,
    ready: true,
    ...more,
  }
}

export const DOG = article(
  'Pets on board',
  'Dogs travel on a lead and pay 4.50 each way.\n',
  ['Can I bring my dog?'],
  { collection: 'Pets' },
)
export const REFUND = article(
  'Refunds',
  'We pay the money back within seven days.\n',
  ['How do I get a refund?'],
  { collection: 'Money' },
)

/** One door, two queues, two rules and some articles, published as release 1. */
export async function openTestApp(
  janua: OpenJanua,
  articles: ArticleCreate[] = [DOG, REFUND],
  door: Partial<DoorContent> = {},
) {
  const first = await janua.handover.queues.save(JANUA, null, { name: 'Bookings', members: [] })
  const second = await janua.handover.queues.save(JANUA, null, { name: 'Refunds', members: [] })
  const content: DoorContent = { ...starterDoor('Ask us', 'help'), ...door }
  const routing: Routing = {
    rules: [
      {
        name: 'money',
        join: 'any',
        conditions: [{ on: 'words', any: ['refund', 'money back', 'helicopter'] }],
        queue: second,
      },
    ],
    lastResort: first,
  }
  const { item: doorItem } = await janua.releases.draft.add(JANUA, 'door', {
    content,
    summary: summarise('door', content),
    ready: true,
  })
  await janua.releases.draft.add(JANUA, 'routing', {
    content: routing,
    summary: summarise('routing', routing),
    ready: true,
  })
  const added = []
  for (const each of articles) added.push(await janua.library.articles.add(JANUA, each))
  await publishAll(janua)
  return { queues: { bookings: first, refunds: second }, door: doorItem.id, articles: added }
}

export async function publishAll(janua: OpenJanua): Promise<number> {
  const changes = await janua.releases.draft.changes()
  const { number } = await janua.releases.releases.publish(
    JANUA,
    changes.map(({ item }) => item),
    'test',
  )
  await janua.coverage.fixes.prove()
  return number
}

export interface TestVisitor {
  token: string
  get(path: string): supertest.Test
  post(path: string, body?: object): supertest.Test
  delete(path: string): supertest.Test
  says(text: string, clientId?: string): Promise<supertest.Response>
  thread(): Promise<import('@janua/contracts').Thread>
}

export async function visitor(janua: OpenJanua, door = 'help'): Promise<TestVisitor> {
  const http = supertest(janua.app)
  const { token } = (await http.post(`/api/visit/${door}/visitors`)).body as { token: string }
  const authorised = (test: supertest.Test) => test.set('authorization', `Bearer ${token}`)
  const post = (path: string, body?: object) =>
    authorised(http.post(`/api/visit/${door}${path}`)).send(body)
  return {
    token,
    post,
    get: (path) => authorised(http.get(`/api/visit/${door}${path}`)),
    delete: (path) => authorised(http.delete(`/api/visit/${door}${path}`)),
    says: async (text, clientId = crypto.randomUUID()) =>
      post('/messages', { clientId, text, language: 'en' }),
    thread: async () =>
      (await authorised(http.get(`/api/visit/${door}/thread`)))
        .body as import('@janua/contracts').Thread,
  }
}

/** Drops files as a person of the team, and waits until the import has ended or waits for a word on its sheets. */
export async function dropFiles(
  who: Member,
  files: Record<string, string | Buffer>,
): Promise<ImportView> {
  let request = who.post('/imports')
  for (const [name, content] of Object.entries(files))
    request = request.attach('files', Buffer.from(content), { filepath: name } as never)
  const started = await request
  if (started.status !== 201) throw new Error(`the import did not start: ${started.text}`)
  return importEnd(who, (started.body as ImportView).id)
}

export async function importEnd(who: Member, id: number): Promise<ImportView> {
  for (;;) {
    const view = (await who.get(`/imports/${id}`)).body as ImportView
    if (view.state !== 'reading' && view.state !== 'storing') return view
    await new Promise((done) => setTimeout(done, 30))
  }
}

import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { monitorEventLoopDelay } from 'node:perf_hooks'
import { setTimeout as pause } from 'node:timers/promises'
import { startDatabase } from '../../scripts/lib/database.mjs'
import { JANUA } from '../../server/src/accounts/audit.ts'
import { connect } from '../../server/src/database/connect.ts'
import { migrate } from '../../server/src/database/migrate.ts'
import { starterDoor } from '../../server/src/doors/starter.ts'
import { createJanua, type Janua } from '../../server/src/janua.ts'
import { summarise } from '../../server/src/releases/summaries.ts'
import { articleOf, distinctHeadings, shelf, spread } from '../content/tasks.ts'
import { type Figure, withLimit } from '../figure.ts'

const ARTICLES = 1_500
const SECONDS = 30
const ASKS_A_SECOND = 15
const MOST_MS = 50

/** How long the server's event loop is held up while it answers, learns, indexes and publishes, on a library of 1,500 articles. */
export async function loopSuite(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), 'janua-loop-'))
  const { address, stop } = await startDatabase(folder, ['janua_loop'])
  const db = connect({ ...address, name: 'janua_loop' })
  try {
    await migrate(db)
    const janua = createJanua({ db, sessionSecret: 'bench' })
    const sections = spread(distinctHeadings((await shelf('loop', 'en', ['postgresql', 'git', 'python faq'])).sections), ARTICLES)
    await furnish(janua, sections.map((section, i) => articleOf(section, i + 1)))
    const figures = await underLoad(janua, sections.map(({ heading }) => heading))
    await janua.close()
    return figures
  } finally {
    await db.close()
    await stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

type Articles = ReturnType<typeof articleOf>[]

async function furnish(janua: Janua, items: Articles): Promise<void> {
  const queue = await janua.queues.save(JANUA, null, { name: 'Support', members: [] })
  const add = (kind: 'door' | 'routing', content: unknown) => janua.draft.add(JANUA, kind, { content, summary: summarise(kind, content as never), ready: true } as never)
  await add('door', starterDoor('Ask us', 'help'))
  await add('routing', { rules: [], lastResort: queue })
  for (const { title, body, phrasings } of items) await janua.articles.add(JANUA, { kind: 'article', title: title.slice(0, 190) || 'Untitled', body, phrasings, collection: '', reviewOn: null, ready: true })
  await publish(janua)
}

async function publish(janua: Janua): Promise<void> {
  const changes = await janua.draft.changes()
  await janua.releases.publish(JANUA, changes.map(({ item }) => item), 'bench')
}

async function underLoad(janua: Janua, questions: readonly string[]): Promise<Figure[]> {
  const visitor = { id: (await janua.conversations.visitorBy(await janua.conversations.newVisitor()))!.id, door: 'help' }
  const ask = (i: number) => janua.conversations.say(visitor, { clientId: crypto.randomUUID(), text: questions[i % questions.length]!.slice(0, 300), language: 'en' })
  for (let i = 0; i < 20; i++) await ask(i)
  const delays = monitorEventLoopDelay({ resolution: 1 })
  delays.enable()
  const ends = performance.now() + SECONDS * 1_000
  let [asked, published] = [0, 0]
  const asking = (async () => {
    while (performance.now() < ends) {
      await ask(asked++)
      await pause(1_000 / ASKS_A_SECOND)
    }
  })()
  const publishing = (async () => {
    while (performance.now() < ends) {
      await janua.articles.add(JANUA, { kind: 'article', title: `Notice ${published}`, body: `The harbour is closed on day ${published}.`, phrasings: [], collection: '', reviewOn: null, ready: true })
      await publish(janua)
      published++
      await pause(2_000)
    }
  })()
  await Promise.all([asking, publishing, janua.learning.learn()])
  delays.disable()
  const circumstance = `${ARTICLES} articles; ${asked} answers, ${published} releases, one self-test in ${SECONDS} s`
  const figure = (measure: string, value: number): Figure => ({ suite: 'loop', case: circumstance, subject: 'janua', measure, value, unit: 'ms', n: delays.count })
  return [figure('event-loop delay p50', delays.percentile(50) / 1e6), withLimit(figure('event-loop delay p99.9', delays.percentile(99.9) / 1e6), { atMost: MOST_MS }), figure('event-loop delay, longest', delays.max / 1e6)]
}

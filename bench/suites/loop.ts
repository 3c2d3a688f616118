import { monitorEventLoopDelay } from 'node:perf_hooks'
import { setTimeout as pause } from 'node:timers/promises'
import { JANUA } from '../../server/src/modules/accounts/audit.ts'
import type { OpenJanua } from '../../demo/allTables.ts'
import { articleOf, distinctHeadings, shelf, spread } from '../content/tasks.ts'
import { type Figure, withLimit } from '../figure.ts'
import { inHouse, publishAll } from '../house.ts'

const ARTICLES = 1_500
const SECONDS = 30
const ASKS_A_SECOND = 15
const MOST_MS = 50

/** How long the server's event loop is held up while it answers, learns, indexes and publishes, on a library of 1,500 articles. */
export async function loopSuite(): Promise<Figure[]> {
  const sections = spread(
    distinctHeadings((await shelf('loop', 'en', ['postgresql', 'git', 'python faq'])).sections),
    ARTICLES,
  )
  return inHouse(async (janua) => {
    await furnish(
      janua,
      sections.map((section, i) => articleOf(section, i + 1)),
    )
    return underLoad(
      janua,
      sections.map(({ heading }) => heading),
    )
  })
}

type Articles = ReturnType<typeof articleOf>[]

async function furnish(janua: OpenJanua, items: Articles): Promise<void> {
  for (const { title, body, phrasings } of items)
    await janua.library.articles.add(JANUA, {
      kind: 'article',
      title: title.slice(0, 190) || 'Untitled',
      body,
      phrasings,
      collection: '',
      reviewOn: null,
      ready: true,
    })
  await publishAll(janua)
}

async function underLoad(janua: OpenJanua, questions: readonly string[]): Promise<Figure[]> {
  const visitor = {
    id: (await janua.conversations.conversations.visitorBy(
      await janua.conversations.conversations.newVisitor(),
    ))!.id,
    door: 'help',
  }
  const ask = (i: number) =>
    janua.conversations.saying.say(visitor, {
      clientId: crypto.randomUUID(),
      text: questions[i % questions.length]!.slice(0, 300),
      language: 'en',
    })
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
      await janua.library.articles.add(JANUA, {
        kind: 'article',
        title: `Notice ${published}`,
        body: `The harbour is closed on day ${published}.`,
        phrasings: [],
        collection: '',
        reviewOn: null,
        ready: true,
      })
      await publishAll(janua)
      published++
      await pause(2_000)
    }
  })()
  await Promise.all([asking, publishing, janua.answering.learning.learn()])
  delays.disable()
  const circumstance = `${ARTICLES} articles; ${asked} answers, ${published} releases, one self-test in ${SECONDS} s`
  const figure = (measure: string, value: number): Figure => ({
    suite: 'loop',
    case: circumstance,
    subject: 'janua',
    measure,
    value,
    unit: 'ms',
    n: delays.count,
  })
  return [
    figure('event-loop delay p50', delays.percentile(50) / 1e6),
    withLimit(figure('event-loop delay p99.9', delays.percentile(99.9) / 1e6), { atMost: MOST_MS }),
    figure('event-loop delay, longest', delays.max / 1e6),
  ]
}

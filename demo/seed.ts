import type { Sequelize } from 'sequelize'
import { type HistoryContext, seedOpenConversations, writeHistory } from './writeHistory.ts'
import { visits, WEEKS } from './history.ts'
import { SITE_HOST, startSite } from '../simulators/site/site.mjs'
import { createJanua } from '../server/src/app.ts'
import { type OpenJanua, withTables } from './allTables.ts'
import { readMeaningModels } from '../server/src/modules/answering/meaningModels.ts'
import { FileStore } from '../server/src/platform/files/store.ts'
import { Limits } from '../server/src/platform/http/limits.ts'
import { REAL_WORLD } from '../server/src/modules/library/sites/fetching.ts'
import { type Routing, seeded } from '@janua/core'
import { type DemoArticle, demoArticles, demoQuestions, plantedTopics } from './content.ts'
import { STAGES } from './stages.ts'
import { seedSmallTalk, seedDocuments, seedSite } from './documents.ts'
import { learnFromDemo, fixGap } from './learning.ts'
import { seedCase, seedDesk, seedMorning } from './desk.ts'
import { addChecks, reviewAnswers, reviewAudits, replayAndReview } from './reviewing.ts'
import { DEMO_PASSWORD, DEMO_PEOPLE, DEMO_RULES, LAST_RESORT, type Lead, QUEUES } from './people.ts'
import { hashPassword } from '../server/src/modules/accounts/passwords.ts'
import type { ArticleContent } from '@janua/contracts'
import { tidy } from '../server/src/modules/library/articles.ts'
import { summarise } from '../server/src/modules/releases/summaries.ts'
import { bookingDoor, demoDoor } from './door.ts'
import { demoRule } from './routing.ts'

interface Wanted {
  /** The last day of the history. */
  today: string
  /** The moment at which the demo opens. */
  opens: Date
  /** Where files are kept. */
  files?: string
  progress: (text: string) => void
}

const DAY = 86_400_000
/** The demo is the same on every machine; its visits are the first thing that chance is asked for. */
export const SEED = 20_261_123
/** Loads Merrow Line: its people, its content in six releases, and eighteen weeks of questions put to the real engine. */
export async function seedDemo(
  db: Sequelize,
  { today, opens, files, progress }: Wanted,
): Promise<Pick<HistoryContext, 'truth'>> {
  const end = Date.parse(`${today}T09:30:00Z`)
  let now = new Date(end - (WEEKS * 7 + 10) * DAY)
  const site = await startSite()
  const janua = withTables(
    createJanua({
      db,
      sessionSecret: 'unused',
      understanding: readMeaningModels(),
      ...(files && { store: new FileStore(files) }),
      limits: new Limits(1_000),
      clock: { now: () => now },
      outside: { ...REAL_WORLD, resolve: { [SITE_HOST]: site.place }, paceMs: 0 },
    }),
  )
  const random = seeded(SEED)

  progress('Demo: the team')
  const lead = await seedPeople(janua)
  const queues = await seedQueues(janua, lead)

  progress('Demo: articles, door and routing')
  const articles = demoArticles()
  const later = new Set(STAGES.flatMap((stage) => stage.articles))
  const ids = new Map<string, number>()
  const put = async (article: DemoArticle) =>
    ids.set(article.slug, await addArticle(janua, lead, article))
  for (const article of articles.filter(({ slug }) => !later.has(slug))) await put(article)
  const door = await addSettings(janua, lead, queues)
  await seedSmallTalk(janua, lead)

  const all = visits(demoQuestions(), plantedTopics(), today, random)
  const begins = end - WEEKS * 7 * DAY
  const context: HistoryContext = {
    janua,
    ids,
    random,
    progress,
    total: all.length,
    reviewable: [],
    visitors: new Map(),
    contacts: new Map(),
    truth: new Map(),
  }
  let asked = 0
  for (const [i, stage] of STAGES.entries()) {
    if (i > 0) now = new Date(begins + stage.week * 7 * DAY)
    for (const article of articles.filter(({ slug }) => stage.articles.includes(slug)))
      await put(article)
    if (stage.documents) {
      await seedDocuments(janua, lead)
      await seedSite(janua, lead, `http://${SITE_HOST}/help/`)
    }
    if (stage.gap) await fixGap(janua, lead, stage.gap)
    if (stage.fixes > 0) await teachSome(janua, lead, ids, stage.fixes)
    await publishAll(janua, lead, stage.note)
    await janua.coverage.proveFixes()
    const until = begins + (STAGES[i + 1]?.week ?? WEEKS + 1) * 7 * DAY
    const visited = all.slice(asked).filter(({ at }) => +at < until)
    await writeHistory(visited, asked, context)
    asked += visited.length
  }

  await seedDesk(janua, lead, queues)
  now = new Date(Date.parse(`${today}T05:40:00Z`))
  await seedCase(janua)
  now = new Date(+opens - 8 * 60_000)
  await seedOpenConversations(context, +opens)
  progress('Demo: reviews, topics and figures')
  await reviewAnswers(janua, lead, context.reviewable, random)
  await reviewAudits(janua, lead, context.reviewable, { random, today })
  await learnFromDemo(janua, lead, end)
  progress('Demo: checks and a replay')
  await seedDraft(janua, lead, ids)
  await janua.answering.learning.learn()
  await addChecks(janua, lead, { door, queues })
  await replayAndReview(janua, lead, { until: new Date(end), questions: demoQuestions(), ids })
  await janua.library.links.check()
  await janua.handover.queueLearning.learn()
  await seedMorning(janua)
  await janua.close()
  await site.close()
  return { truth: context.truth }
}

async function seedPeople({ tables }: OpenJanua): Promise<Lead> {
  const password = await hashPassword(DEMO_PASSWORD)
  for (const { name, mail, role } of DEMO_PEOPLE)
    await tables.users.create({
      name,
      mail,
      role,
      active: true,
      presence: role === 'agent' ? 'here' : 'off',
      password,
      createdAt: new Date(),
    })
  const lead = await tables.users.findOne({ where: { role: 'lead' } })
  return { id: lead!.id, name: lead!.name }
}

async function seedQueues(janua: OpenJanua, lead: Lead): Promise<Map<string, number>> {
  const people = await janua.tables.users.findAll()
  const queues = new Map<string, number>()
  for (const name of QUEUES) {
    const members = DEMO_PEOPLE.filter((person) => person.queues.includes(name)).map(
      ({ mail }) => people.find((user) => user.mail === mail)!.id,
    )
    queues.set(name, await janua.handover.queues.save(lead, null, { name, members }))
  }
  return queues
}

async function addArticle(
  janua: OpenJanua,
  lead: Lead,
  { slug, title, collection, phrasings, body, reviewOn }: DemoArticle,
): Promise<number> {
  const content: ArticleContent = tidy({ title, collection, phrasings, body, reviewOn })
  const { item } = await janua.releases.draft.add(lead, 'article', {
    content,
    summary: { ...summarise('article', content), sourceName: `${slug}.md` },
    ready: true,
  })
  return item.id
}

async function addSettings(
  janua: OpenJanua,
  lead: Lead,
  queues: Map<string, number>,
): Promise<number> {
  const door = demoDoor()
  const rules = DEMO_RULES.map((rule) => demoRule(rule, queues.get(rule.queue)!))
  const routing: Routing = { rules, lastResort: queues.get(LAST_RESORT)! }
  const { item } = await janua.releases.draft.add(lead, 'door', {
    content: door,
    summary: summarise('door', door),
    ready: true,
  })
  const booking = bookingDoor()
  await janua.releases.draft.add(lead, 'door', {
    content: booking,
    summary: summarise('door', booking),
    ready: true,
  })
  await janua.releases.draft.add(lead, 'routing', {
    content: routing,
    summary: summarise('routing', routing),
    ready: true,
  })
  return item.id
}

async function publishAll(janua: OpenJanua, lead: Lead, note: string): Promise<void> {
  await janua.answering.learning.learn()
  const changes = await janua.releases.draft.changes()
  await janua.releases.releases.publish(
    lead,
    changes.map(({ item }) => item),
    note,
  )
}

/** What the lead fixed before a release: the most frequent unanswered questions that an article does settle. */
async function teachSome(
  janua: OpenJanua,
  lead: Lead,
  ids: Map<string, number>,
  most: number,
): Promise<void> {
  const { rows } = await janua.coverage.unsettled.list({
    search: '',
    state: 'open',
    sort: 'frequent',
    offset: 0,
    limit: 200,
  })
  const settledBy = new Map(
    demoQuestions().map(({ text, settledBy }) => [text.toLowerCase(), settledBy]),
  )
  const known = rows.flatMap(({ norm, text }) => {
    const slug = settledBy.get(text.toLowerCase())
    return slug && ids.has(slug) ? [{ norm, text, slug }] : []
  })
  for (const { norm, text, slug } of known.slice(0, most))
    await janua.coverage.fixes.make(lead, { norm, text, kind: 'phrasing', item: ids.get(slug)! })
}

/** A draft as it lies on a Monday morning: one change ready, two in work, of which one drops what visitors ask every day. */
async function seedDraft(janua: OpenJanua, lead: Lead, ids: Map<string, number>): Promise<void> {
  await janua.library.articles.teach(
    lead,
    ids.get('fares/children-and-families')!,
    'Do babies need a ticket?',
    true,
  )
  const change = ids.get('bookings/change-a-booking')!
  const {
    id: _id,
    kind: _kind,
    revision,
    state: _state,
    published: _published,
    ...content
  } = await janua.library.articles.read(change)
  await janua.library.articles.save(lead, change, {
    ...tidy(content),
    body: content.body.replace(/## What a change costs[\s\S]*?(?=## How)/, ''),
    base: revision,
    ready: false,
  })
  const body =
    'Lead: what we sell, what it costs, how it is redeemed. **Ask Anton for the terms.**\n'
  await janua.library.articles.add(lead, {
    kind: 'article',
    title: 'Gift vouchers',
    collection: 'Fares',
    phrasings: ['Do you sell gift vouchers?'],
    body,
    reviewOn: null,
    ready: false,
  })
}

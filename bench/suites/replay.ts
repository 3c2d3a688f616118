import { JANUA } from '../../server/src/modules/accounts/audit.ts'
import { normOf } from '../../server/src/modules/answering/respond.ts'
import type { OpenJanua } from '../../demo/allTables.ts'
import { summarise } from '../../server/src/modules/releases/summaries.ts'
import { hashOf } from '../../server/src/modules/releases/draft.ts'
import { type LargeLibrary, largeLibraryOfManuals } from '../content/large.ts'
import { type Figure, withLimit } from '../figure.ts'
import { inHouse, publishAll } from '../house.ts'

const SIZES = [20_000, 100_000]
const QUESTIONS = 10_000
const CHECKS = 50
const BATCH = 1_000
/** A replay of this many questions over the smaller library, and a release live for the next question. */
const MOST_REPLAY_S = 60
const MOST_PUBLISH_S = 2

/** How long a replay takes, and how long publishing one change does, with the database and by the services that the pages use. */
export async function replaySuite(): Promise<Figure[]> {
  const figures: Figure[] = []
  for (const size of SIZES) {
    process.stderr.write(`replay: ${size} passages\n`)
    const library = await largeLibraryOfManuals(size, 0)
    figures.push(...(await inHouse((janua, door) => measured(janua, door, library, size))))
  }
  return figures
}

async function measured(
  janua: OpenJanua,
  door: number,
  library: LargeLibrary,
  size: number,
): Promise<Figure[]> {
  const items = await furnish(janua, library)
  const release = await publishAll(janua)
  const questions = questionsOf(library)
  await log(janua, { questions, door, release })
  for (const text of questions.slice(0, CHECKS))
    await janua.tables.checks.create({
      messages: [text],
      question: text,
      comes: 'anything',
      itemId: null,
      contains: [],
      lacks: [],
      queueId: null,
      doorId: door,
      language: 'en',
      note: '',
      createdBy: null,
      createdAt: new Date(),
    })
  const circumstance = `${library.passages} passages, ${items} articles`
  const figure = (measure: string, value: number, unit: string, n: number): Figure => ({
    suite: 'replay',
    case: circumstance,
    subject: 'janua',
    measure,
    value,
    unit,
    n,
  })

  await change(janua, 1)
  const published: number[] = []
  for (let i = 2; i < 7; i++) {
    const began = performance.now()
    await publishAll(janua)
    await janua.answering.engine.openDoor('help')
    published.push((performance.now() - began) / 1_000)
    await change(janua, i)
  }
  const seconds = await replay(janua)
  const first = figure(
    `replay of ${questions.length} different questions, both sides`,
    seconds,
    's',
    questions.length,
  )
  const slowest = figure(
    `publishing one change with ${CHECKS} checks, slowest of ${published.length}`,
    Math.max(...published),
    's',
    published.length,
  )
  return size === SIZES[0]
    ? [withLimit(first, { atMost: MOST_REPLAY_S }), withLimit(slowest, { atMost: MOST_PUBLISH_S })]
    : [first, withLimit(slowest, { atMost: MOST_PUBLISH_S })]
}

async function furnish(janua: OpenJanua, { items }: LargeLibrary): Promise<number> {
  const { tables } = janua
  const now = new Date()
  const start = ((await tables.items.max('id')) as unknown as number) + 1
  for (let from = 0; from < items.length; from += BATCH) {
    const some = items.slice(from, from + BATCH).map(({ item: { title, body, phrasings } }, i) => ({
      id: start + from + i,
      content: {
        title: title.slice(0, 190) || 'Untitled',
        collection: '',
        phrasings,
        body,
        reviewOn: null,
      },
    }))
    await tables.items.bulkCreate(
      some.map(({ id, content }) => ({
        id,
        kind: 'article',
        uid: crypto.randomUUID(),
        ...columns(content),
        ready: true,
        draftRevision: id,
        updatedAt: now,
        createdAt: now,
      })),
    )
    await tables.revisions.bulkCreate(
      some.map(({ id, content }) => ({
        id,
        itemId: id,
        hash: hashOf(content),
        content,
        createdAt: now,
      })),
    )
  }
  return items.length
}

function columns(content: Parameters<typeof summarise>[1]) {
  const { title, phrasings, words } = summarise('article', content)
  return { title, phrasings, words, collection: '' }
}

/** Eight words in a row out of passages all over the library: all different, and each with something to find. */
function questionsOf({ items }: LargeLibrary): string[] {
  const questions = new Set<string>()
  for (let round = 0; questions.size < QUESTIONS && round < 8; round++)
    for (const [i, { cut }] of items.entries()) {
      const words = (cut[(i + round) % Math.max(1, cut.length)]?.text ?? '')
        .split(/\s+/)
        .filter((word) => /^[\p{L}]{2,}$/u.test(word))
      if (words.length >= 12 + round) questions.add(words.slice(round, round + 8).join(' '))
      if (questions.size >= QUESTIONS) break
    }
  return [...questions]
}

async function log(
  { tables }: OpenJanua,
  { questions, door, release }: { questions: readonly string[]; door: number; release: number },
): Promise<void> {
  const askedAt = new Date('2026-11-10T10:00:00Z')
  for (let from = 0; from < questions.length; from += BATCH)
    await tables.questions.bulkCreate(
      questions.slice(from, from + BATCH).map((text) => ({
        releaseId: release,
        doorId: door,
        text,
        norm: normOf(text),
        language: 'en',
        outcome: 'unanswered',
        confidence: 0,
        unsettled: true,
        wantsPerson: false,
        trace: {} as never,
        askedAt,
      })),
    )
}

async function change(janua: OpenJanua, number: number): Promise<void> {
  await janua.library.articles.add(JANUA, {
    kind: 'article',
    title: `Notice ${number}`,
    body: `The harbour is closed on day ${number}.\n`,
    phrasings: [],
    collection: '',
    reviewOn: null,
    ready: true,
  })
}

async function replay(janua: OpenJanua): Promise<number> {
  const began = performance.now()
  const id = await janua.verification.replays.start(JANUA, {
    from: '2026-11-01T00:00:00Z',
    to: '2026-11-30T00:00:00Z',
    validity: 'asked',
    items: null,
  })
  await janua.verification.replays.ended()
  const row = await janua.tables.replays.findByPk(id)
  if (row?.state !== 'done') throw new Error(`the replay ended as ${row?.state}: ${row?.problem}`)
  return (performance.now() - began) / 1_000
}

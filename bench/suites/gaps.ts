import { seeded } from '@janua/core'
import { Op } from 'sequelize'
import { demoQuestions, plantedTopics } from '../../demo/content.ts'
import { visits } from '../../demo/history.ts'
import { SEED, seedDemo } from '../../demo/seed.ts'
import { STAGES } from '../../demo/stages.ts'
import { createJanua } from '../../server/src/app.ts'
import { type OpenJanua, withTables } from '../../demo/allTables.ts'
import { normOf } from '../../server/src/modules/answering/respond.ts'
import { type Figure, withLimit } from '../figure.ts'
import { onDatabase } from '../house.ts'

const FIRST = 15
const LEAST_FOUND = 10
const TODAY = '2026-11-23'

/** Of the topics that were planted into the demo's history and that its content does not cover: how many are among the first gaps. */
export function gapsSuite(): Promise<Figure[]> {
  return onDatabase(async (db) => {
    const opens = new Date(`${TODAY}T10:00:00Z`)
    await seedDemo(db, { today: TODAY, opens, progress: () => undefined })
    const janua = withTables(
      createJanua({ db, sessionSecret: 'bench', clock: { now: () => opens } }),
    )
    const figures = await counted(janua)
    await janua.close()
    return figures
  })
}

async function counted(janua: OpenJanua): Promise<Figure[]> {
  const began = performance.now()
  const { rows } = await janua.coverage.gaps.list({
    state: 'all',
    search: '',
    sort: 'worth',
    offset: 0,
    limit: FIRST,
  })
  const seconds = (performance.now() - began) / 1_000
  const fixed = new Set(STAGES.flatMap(({ gap }) => gap ?? []))
  const topics = plantedTopics()
  const planted = topics.filter(({ name }) => !fixed.has(name))
  const nameOf = new Map(planted.map(({ name, replies }) => [replies as readonly string[], name]))
  // The very visits of the history, as hurried as they were asked.
  const asked = visits(demoQuestions(), topics, TODAY, seeded(SEED)).flatMap(
    ({ questions }) => questions,
  )
  const ownerOf = new Map(
    asked.flatMap(({ text, replies }) =>
      replies && nameOf.has(replies) ? [[normOf(text), nameOf.get(replies)!] as const] : [],
    ),
  )
  const found = new Set<string>()
  for (const { topic, label } of rows) {
    const name = await mostly(janua, topic, ownerOf)
    if (name) found.add(name)
    process.stderr.write(`gaps: ${label} ${name ? `= planted: ${name}` : ''}\n`)
  }
  const figure = (measure: string, value: number, unit: string): Figure => ({
    suite: 'gaps',
    case: `demo, ${planted.length} planted topics`,
    subject: 'janua',
    measure,
    value,
    unit,
    n: planted.length,
  })
  return [
    withLimit(figure(`found among the first ${FIRST} gaps`, found.size, 'topics'), {
      atLeast: LEAST_FOUND,
    }),
    figure('the list of gaps, first time', seconds, 's'),
  ]
}

/** The planted topic that at least half of a gap's uncovered questions are of. */
async function mostly(
  janua: OpenJanua,
  topic: number,
  ownerOf: ReadonlyMap<string, string>,
): Promise<string | undefined> {
  const counts = new Map<string, number>()
  let all = 0
  for (const { norm } of await janua.tables.questions.findAll({
    attributes: ['norm'],
    where: { topicId: topic, outcome: { [Op.ne]: 'answered' } },
    raw: true,
  })) {
    const owner = ownerOf.get(norm)
    all++
    if (owner) counts.set(owner, (counts.get(owner) ?? 0) + 1)
  }
  const [name, times] = [...counts].sort((a, b) => b[1] - a[1])[0] ?? []
  return times !== undefined && times >= all * SHARE ? name : undefined
}
const SHARE = 0.5

import type { OpenJanua } from './allTables.ts'
import { normOf } from '../server/src/modules/answering/respond.ts'
import { plantedTopics } from './content.ts'
import type { Lead } from './people.ts'

/** What the lead wrote when a gap was fixed; by the name of the planted topic. */
export const WRITTEN: Record<string, { title: string; collection: string; body: string }> = {
  smoking: {
    title: 'Smoking and e-cigarettes on board',
    collection: 'On board',
    body: 'Smoking is allowed on the open deck at the stern only. It is forbidden inside, on the car deck and in the queue at the ramp.\n\n## E-cigarettes and vaping\n\nE-cigarettes and vapes count as smoking: they may be used on the open deck at the stern and nowhere else on board.\n\n## Harbours\n\nIn the harbours there are marked places to smoke beside the waiting rooms. Inside the waiting rooms smoking is forbidden.\n',
  },
}

/** Groups what was asked so far, and writes an article for one of the gaps: with the wordings of its topic. */
export async function fixGap(janua: OpenJanua, lead: Lead, name: string): Promise<void> {
  await janua.coverage.topics.pass('full')
  await janua.coverage.rollup.settle()
  const topic = await topicOf(janua, name)
  if (topic === null) return
  const { outline } = await janua.coverage.gaps.sheet(topic)
  const written = WRITTEN[name]!
  await janua.coverage.gapFixes.make(lead, topic, {
    kind: 'write',
    content: {
      kind: 'article',
      ...written,
      phrasings: outline.phrasings,
      reviewOn: null,
      ready: true,
    },
  })
}

/** The state of things on the Monday on which the demo opens: topics and figures, targets, and gaps in several hands. */
export async function learnFromDemo(janua: OpenJanua, lead: Lead, end: number): Promise<void> {
  await janua.coverage.topics.pass('full')
  await janua.coverage.rollup.settle()
  await janua.coverage.gapFixes.prove()
  const day = (days: number) => new Date(end + days * 86_400_000).toISOString().slice(0, 10)
  await janua.coverage.targets.set(lead, { measure: 'coverage', share: 0.5, by: day(38) })
  await janua.coverage.targets.set(lead, { measure: 'accuracy', share: 0.92, by: day(38) })
  await janua.questions.reporting.set({
    zone: 'Europe/London',
    returnDays: 7,
    handleMinutes: 6,
    costPerHour: 34,
    currency: '£',
  })
  const people = await janua.tables.users.findAll({
    attributes: ['id', 'role'],
    where: { role: 'editor' },
  })
  const vouchers = await topicOf(janua, 'gift vouchers')
  if (vouchers !== null)
    await janua.coverage.gapFixes.setWork(lead, vouchers, {
      state: 'in work',
      user: people[0]?.id ?? null,
      until: day(3),
    })
  await janua.coverage.rollup.settle()
  await janua.coverage.alerts.watch()
}

/** The topic that holds most of a planted topic's wordings. */
async function topicOf(janua: OpenJanua, name: string): Promise<number | null> {
  const norms = plantedTopics()
    .find((topic) => topic.name === name)!
    .questions.map(normOf)
  const wordings = await janua.tables.topicWordings.findAll({ where: { norm: norms }, raw: true })
  const counts = new Map<number, number>()
  for (const { topicId } of wordings)
    if (topicId !== null) counts.set(topicId, (counts.get(topicId) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null
}

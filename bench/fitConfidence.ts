import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import {
  type ConfidenceModel,
  type ContentItem,
  fitConfidence,
  type Language,
  REGIMES,
  seeded,
  selfTest,
} from '@janua/core'
import { demoArticles } from '../demo/content.ts'
import { manual } from './content/manuals.ts'
import { articleOf, distinctHeadings, spread } from './content/tasks.ts'

/**
 * Fits the confidence model that Janua ships, and writes it into the core: on self-tests of libraries of different kinds, as what is
 * fitted on one kind drifts on another. The demo's articles, and two manuals that the refusal bench does not use; each counts the same.
 */
const demo = demoArticles().map((article, i) => ({
  ...article,
  id: i + 1,
  revision: i + 1,
  kind: 'article' as const,
}))
const english = spread(
  distinctHeadings(await manual('postgresql')).filter(({ words }) => words >= 15),
  400,
).map((section, i) => articleOf(section, i + 1))
const german = distinctHeadings(await manual('developers de'))
  .filter(({ words }) => words >= 25)
  .map((section, i) => articleOf(section, i + 1))
const tests = [selfTests(demo), selfTests(english), selfTests(german, 'de')]
const cases = tests.flatMap((those) =>
  those.map((one) => ({ ...one, weight: ((one.weight ?? 1) * 1_000) / those.length })),
)
const model = fitConfidence(cases)

function selfTests(items: readonly ContentItem[], language: Language = 'en') {
  return [1, 2, 3].flatMap((seed) => selfTest(items, seeded(seed), { language, rounds: 2 }))
}

const rounded = (values: Record<string, number>) =>
  `{ ${Object.entries(values)
    .map(([name, value]) => `${name}: ${value.toFixed(3)}`)
    .join(', ')} }`
const text = (fitted: ConfidenceModel) => `import type { ConfidenceModel } from './confidence.ts'

/** Written by \`npm run fit-confidence\`: fitted on self-tests of the demo and of two manuals (${cases.length} cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
${REGIMES.map(
  (regime) => `  ${regime}: {
    intercept: ${fitted[regime].intercept.toFixed(3)},
    weights: ${rounded(fitted[regime].weights)},
    means: ${rounded(fitted[regime].means)},
  },`,
).join('\n')}
}
`
writeFileSync(join(import.meta.dirname, '../core/src/answering/defaultConfidence.ts'), text(model))
for (const kind of new Set(cases.map((each) => each.kind))) {
  const those = cases.filter((each) => each.kind === kind)
  process.stdout.write(
    `${kind}: ${those.length} cases, ${those.filter(({ right }) => right).length} right at first place\n`,
  )
}
process.stdout.write(text(model))

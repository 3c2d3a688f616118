import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { type ConfidenceModel, fitConfidence, REGIMES, seeded, selfTest } from '@janua/core'
import { demoArticles } from '../demo/content.ts'

/** Fits the confidence model that Janua ships, on the self-test of the demo's content, and writes it into the core. */
const items = demoArticles().map((article, i) => ({ ...article, id: i + 1, revision: i + 1, kind: 'article' as const }))
const cases = [1, 2, 3, 4, 5].flatMap((seed) => selfTest(items, seeded(seed)))
const model = fitConfidence(cases)

const rounded = (values: Record<string, number>) =>
  `{ ${Object.entries(values).map(([name, value]) => `${name}: ${value.toFixed(3)}`).join(', ')} }`
const text = (fitted: ConfidenceModel) => `import type { ConfidenceModel } from './confidence.ts'

/** Written by \`npm run fit-confidence\`: fitted on the self-test of the demo's content (${cases.length} cases). */
export const DEFAULT_CONFIDENCE: ConfidenceModel = {
${REGIMES.map((regime) => `  ${regime}: {
    intercept: ${fitted[regime].intercept.toFixed(3)},
    weights: ${rounded(fitted[regime].weights)},
    means: ${rounded(fitted[regime].means)},
  },`).join('\n')}
}
`
writeFileSync(join(import.meta.dirname, '../core/src/answering/defaultConfidence.ts'), text(model))
for (const kind of new Set(cases.map((each) => each.kind))) {
  const those = cases.filter((each) => each.kind === kind)
  process.stdout.write(`${kind}: ${those.length} cases, ${those.filter(({ right }) => right).length} right at first place\n`)
}
process.stdout.write(text(model))

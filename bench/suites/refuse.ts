import {
  answerMessage,
  calibrationError,
  fitOwn,
  type Language,
  type Regime,
  seeded,
} from '@janua/core'
import { DEFAULT_CONFIDENCE } from '../../core/src/answering/defaultConfidence.ts'
import { bootstrap, mean } from '../bootstrap.ts'
import { articleOf, distinctHeadings, shelf, spread } from '../content/tasks.ts'
import { reworded } from '../content/rewording.ts'
import type { Section } from '../content/sections.ts'
import { type Figure, withLimit } from '../figure.ts'
import { readyIndex, type Way, WAYS } from '../shipped.ts'

/** One question that was asked, and what came of it. */
interface Case {
  inScope: boolean
  right: boolean
  confidence: number
  foundBy: Regime
}

interface Task {
  name: string
  language: Language
  sections: Section[]
  /** Headings of other manuals; without them half of the sections are hidden, and asked about. */
  outside?: Section[]
  atLeast: number
}

const SEEDS = [1, 2, 3, 4, 5]
const REFUSED = 0.95
const MOST_WRONG = 0.015

/**
 * Refuses what is not there and answers what is: headings reworded by the final rules. The threshold is the lowest that refuses
 * 95 % of what is not there and gives at most 1.5 % wrong answers.
 */
export async function refuseSuite(): Promise<Figure[]> {
  const faq = distinctHeadings(
    (await shelf('faq', 'en', ['python faq', 'git faq'])).sections,
  ).filter(({ words }) => words >= 15)
  const german = distinctHeadings((await shelf('de', 'de', ['reference de'])).sections).filter(
    ({ words }) => words >= 25,
  )
  const others = distinctHeadings(
    (await shelf('others', 'en', ['apache', 'reference en'])).sections,
  ).filter(({ leaf, heading }) => leaf && heading.split(' ').length >= 3)
  const tasks: Task[] = [
    {
      name: 'other manuals’ questions',
      language: 'en',
      sections: faq,
      outside: spread(others, 900),
      atLeast: 0.96,
    },
    { name: 'half hidden, English', language: 'en', sections: faq, atLeast: 0.94 },
    { name: 'half hidden, German', language: 'de', sections: german, atLeast: 0.9 },
  ]
  const figures: Figure[] = []
  const all: { own: Case[]; untuned: Case[] } = { own: [], untuned: [] }
  for (const task of tasks)
    for (const way of WAYS) {
      const { own, untuned } = await casesOf(task, way)
      figures.push(...refused(task, own, way))
      if (way === 'janua') continue
      all.own.push(...own)
      all.untuned.push(...untuned)
    }
  for (const foundBy of ['wording', 'text'] as const)
    figures.push(
      calibrated(
        `found by ${foundBy}, after the self-test`,
        all.own.filter((one) => one.foundBy === foundBy),
        foundBy === 'wording',
      ),
      calibrated(
        `found by ${foundBy}, untuned default`,
        all.untuned.filter((one) => one.foundBy === foundBy),
        false,
      ),
    )
  return figures
}

async function casesOf(
  { language, sections, outside }: Task,
  way: Way,
): Promise<{ own: Case[]; untuned: Case[] }> {
  const own: Case[] = []
  const untuned: Case[] = []
  for (const seed of SEEDS) {
    const random = seeded(seed * 7_919)
    const shown = outside ? sections : sections.filter(() => random() < 0.5)
    const hidden = outside
      ? outside.filter((_, i) => i % SEEDS.length === seed % SEEDS.length)
      : sections.filter((section) => !shown.includes(section))
    const items = shown.map((section, i) => articleOf(section, i + 1))
    const index = await readyIndex(way, items, { language })
    const models = { own: fitOwn(items, { language }), untuned: DEFAULT_CONFIDENCE }
    const ask = (section: Section, item: number) => {
      const question = reworded(section.heading, 'final', { random, language })
      for (const [kept, model] of [
        [own, models.own],
        [untuned, models.untuned],
      ] as const) {
        const best = answerMessage(index, question, { threshold: 1, model }).asked[0]?.answer.trace
          .candidates[0]
        kept.push({
          inScope: item > 0,
          right: item > 0 && best?.item === item,
          confidence: best?.confidence ?? 0,
          foundBy: best?.foundBy ?? 'text',
        })
      }
    }
    shown.forEach((section, i) => ask(section, i + 1))
    hidden.forEach((section) => ask(section, 0))
  }
  return { own, untuned }
}

function refused({ name, atLeast }: Task, cases: readonly Case[], way: Way): Figure[] {
  const inScope = cases.filter((one) => one.inScope)
  const threshold = thresholdOf(cases)
  const rightly = ({ right, confidence }: Case) => (right && confidence > threshold ? 1 : 0)
  const wrongly = ({ right, confidence }: Case) => (!right && confidence > threshold ? 1 : 0)
  const share = (measure: string, of: readonly Case[], value: (one: Case) => number): Figure => ({
    suite: 'refuse',
    case: name,
    subject: way,
    measure,
    value: mean(of.map(value)),
    ...bootstrap(of, (sample) => mean(sample.map(value))),
    unit: 'share',
    n: of.length,
  })
  return [
    withLimit(share('answered right', inScope, rightly), { atLeast }),
    withLimit(share('answered wrong', inScope, wrongly), { atMost: MOST_WRONG }),
    share('right section first', inScope, ({ right }) => (right ? 1 : 0)),
    share(
      'refused',
      cases.filter((one) => !one.inScope),
      ({ confidence }) => (confidence <= threshold ? 1 : 0),
    ),
  ]
}

function thresholdOf(cases: readonly Case[]): number {
  const outside = cases
    .filter((one) => !one.inScope)
    .map(({ confidence }) => confidence)
    .sort((a, b) => a - b)
  const inScope = cases.filter((one) => one.inScope)
  const wrong = inScope
    .filter(({ right }) => !right)
    .map(({ confidence }) => confidence)
    .sort((a, b) => b - a)
  return Math.max(
    outside[Math.ceil(outside.length * REFUSED) - 1]!,
    wrong[Math.floor(inScope.length * MOST_WRONG)] ?? 0,
  )
}

/** Expected calibration error over equal bins, less what chance alone would give with these n: the bins' binomial deviations. */
function calibrated(name: string, cases: readonly Case[], isReviewed: boolean): Figure {
  const value = errorOf(cases)
  const figure: Figure = {
    suite: 'refuse',
    case: name,
    subject: 'janua, words alone',
    measure: 'calibration error, debiased',
    value,
    ...bootstrap(cases, errorOf),
    unit: 'share',
    n: cases.length,
  }
  return isReviewed ? withLimit(figure, { atMost: 0.05 }) : figure
}

function errorOf(cases: readonly Case[]): number {
  return calibrationError(
    cases.map(({ confidence, right }) => ({ p: confidence, right: right ? 1 : 0, weight: 1 })),
  )
}

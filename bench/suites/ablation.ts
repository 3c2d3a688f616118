import {
  indexRelease,
  type IndexSettings,
  type SearchQuestion,
  type QuestionTerm,
  rank,
  type ReadItem,
  readItems,
  readQuestion,
  type ReleaseIndex,
  seeded,
} from '@janua/core'
import { bootstrap, mean } from '../bootstrap.ts'
import { reworded } from '../content/rewording.ts'
import { articleOf, distinctHeadings, shelf, type Shelf, spread } from '../content/tasks.ts'
import type { Figure } from '../figure.ts'
import { ablateNatural } from './ablationNatural.ts'

/** What can be left out of the engine, from outside: a field that is not read, or something done to the question as it is looked up. */
interface Ingredient {
  name: string
  reading?: (item: ReadItem) => ReadItem
  terms?: (terms: readonly QuestionTerm[]) => readonly QuestionTerm[]
  asked?: (asked: SearchQuestion) => SearchQuestion
}

const NOTHING: Ingredient = { name: 'nothing left out' }
const field = (name: keyof ReadItem['passages'][number]['fields']): Ingredient => ({
  name: `${name} field`,
  reading: (item) => ({
    ...item,
    passages: item.passages.map((passage) => ({
      ...passage,
      fields: { ...passage.fields, [name]: [] },
    })),
  }),
})
const SPACER: QuestionTerm = { stem: '#nothing', word: '', weight: 0, known: false, near: [] }
const INGREDIENTS: Ingredient[] = [
  NOTHING,
  field('lead'),
  { name: 'near terms by letters', terms: (terms) => terms.map((term) => ({ ...term, near: [] })) },
  { name: 'neighbouring words', terms: (terms) => terms.flatMap((term) => [term, SPACER]) },
  { name: 'typo repair', terms: (terms) => terms.filter(({ readAs }) => readAs === undefined) },
]
const WITH_TITLES: Ingredient[] = [
  NOTHING,
  field('title'),
  field('path'),
  {
    name: 'two-way match',
    reading: (item) => ({
      ...item,
      wordings: [],
      passages: item.passages.map((passage) => ({ ...passage, wordings: [] })),
    }),
  },
  { name: 'the same in the same words', asked: (asked) => ({ ...asked, words: [] }) },
  { name: 'typo repair', terms: (terms) => terms.filter(({ readAs }) => readAs === undefined) },
  { name: 'near terms by letters', terms: (terms) => terms.map((term) => ({ ...term, near: [] })) },
]
const ASKED = 600

/** What each ingredient of the ranking is worth, and what it costs: the same questions with it and without. */
export async function ablationSuite(): Promise<Figure[]> {
  const faq = await shelf('questions and answers', 'en', ['python faq', 'git faq'])
  const german = await shelf('German manuals', 'de', ['reference de', 'developers de'])
  const large = await shelf('1,000 headings among all', 'en', [
    'python',
    'git',
    'postgresql',
    'apache',
  ])
  return [
    ...[faq, german, large].flatMap((each) => ablate(each, INGREDIENTS, true)),
    ...[faq, german].flatMap((each) =>
      ablate({ ...each, name: `${each.name}, reworded titles` }, WITH_TITLES, false),
    ),
    ...(await ablateNatural('en')),
    ...(await ablateNatural('de')),
  ]
}

function ablate(
  { name, language, sections }: Shelf,
  ingredients: readonly Ingredient[],
  noTitles: boolean,
): Figure[] {
  const asked = spread(
    distinctHeadings(sections).filter(({ leaf, words }) => leaf && words >= 25),
    ASKED,
  )
  const random = seeded(5)
  const cases = asked.map((section) => ({
    wanted: sections.indexOf(section) + 1,
    question: noTitles
      ? section.heading
      : reworded(section.heading, 'tuning', { random, language }),
  }))
  const items = sections.map((section, i) => articleOf(section, i + 1))
  const settings: IndexSettings = { language, noTitles }
  const read = readItems(items, settings)
  const whole = indexRelease(items, settings, { read })
  ranked(whole, cases, NOTHING) // once unmeasured, so that all are measured warm
  const base = ranked(whole, cases, NOTHING)
  return ingredients.flatMap((ingredient) => {
    const index = ingredient.reading
      ? indexRelease(items, settings, { read: read.map(ingredient.reading) })
      : whole
    const { ranks, milliseconds } = ingredient === NOTHING ? base : ranked(index, cases, ingredient)
    const figure = (measure: string, values: readonly number[], unit: string): Figure => ({
      suite: 'ablation',
      case: name,
      subject: ingredient === NOTHING ? 'janua' : `without: ${ingredient.name}`,
      measure,
      value: mean(values),
      ...bootstrap(values, mean),
      unit,
      n: values.length,
    })
    const cost: Figure = {
      suite: 'ablation',
      case: name,
      subject: ingredient === NOTHING ? 'janua' : `without: ${ingredient.name}`,
      measure: 'search',
      value: milliseconds,
      unit: 'ms',
      n: cases.length,
    }
    return ingredient === NOTHING
      ? [figure('MRR', ranks, 'share'), cost]
      : [
          figure(
            'MRR lost',
            ranks.map((rank, i) => base.ranks[i]! - rank),
            'share',
          ),
          cost,
        ]
  })
}

function ranked(
  index: ReleaseIndex,
  cases: readonly { wanted: number; question: string }[],
  { terms = (same) => same, asked = (same) => same }: Ingredient,
): { ranks: number[]; milliseconds: number } {
  const began = performance.now()
  const ranks = cases.map(({ wanted, question }) => {
    const read = readQuestion(question, index)
    const found = rank(asked({ ...read, terms: terms(read.terms) }), index, 40).map(({ doc }) =>
      index.itemIdOf(doc),
    )
    const place = [...new Set(found)].slice(0, 10).indexOf(wanted) + 1
    return place === 0 ? 0 : 1 / place
  })
  return { ranks, milliseconds: (performance.now() - began) / cases.length }
}

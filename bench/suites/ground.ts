import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { type CitedPassage, ground, isGrounded, type Language, splitPassages } from '@janua/core'
import { demoArticles } from '../../demo/content.ts'
import { manual, type ManualName } from '../content/manuals.ts'
import { FAULTS, isLetThrough, sentencesOf, withFault } from '../grounding/faultsByRule.ts'
import { type Figure, wilson, withLimit } from '../figure.ts'

/** A rewrite of a passage, by hand: supported by it, or with a fault of a kind. */
interface Rewrite {
  text: string
  fault?: string
  cited: CitedPassage[]
}

const MOST_REFUSED = 0.05

/** Rewrites written before the grounding: faults that are let through, and good ones that are refused. */
export async function groundSuite(): Promise<Figure[]> {
  const figures: Figure[] = []
  for (const [name, rewrites] of [
    ['Merrow Line', merrowRewrites()],
    ['manuals', await manualRewrites()],
  ] as const) {
    const faulty = rewrites.filter(({ fault }) => fault !== undefined)
    const good = rewrites.filter(({ fault }) => fault === undefined)
    const share = (
      measure: string,
      of: readonly Rewrite[],
      counts: (one: Rewrite) => boolean,
    ): Figure => {
      const hits = of.filter(counts).length
      return {
        suite: 'ground',
        case: name,
        subject: 'janua',
        measure,
        value: hits / of.length,
        ...wilson(hits, of.length),
        unit: 'share',
        n: of.length,
      }
    }
    figures.push(
      withLimit(share('faults let through', faulty, passes), { atMost: 0 }),
      withLimit(
        share('good ones refused', good, (one) => !passes(one)),
        { atMost: MOST_REFUSED },
      ),
    )
  }
  return [...figures, ...(await byRule())]
}

/** Faults put by rule into every sentence of manuals that nobody here wrote: shown by kind; some cannot be told apart by words alone. */
async function byRule(): Promise<Figure[]> {
  const figures: Figure[] = []
  for (const [language, name, manuals] of BY_RULE) {
    const texts = (await Promise.all(manuals.map((each) => manual(each))))
      .flat()
      .map(({ heading, markdown }) => ({ title: heading, markdown }))
    const said = sentencesOf(texts)
    for (const fault of FAULTS[language]) {
      const some = withFault(said, fault)
      if (some.length === 0) continue
      const hits = some.filter((each) => isLetThrough(each, language)).length
      figures.push({
        suite: 'ground',
        case: name,
        subject: 'janua',
        measure: `${fault[0]}: let through`,
        value: hits / some.length,
        ...wilson(hits, some.length),
        unit: 'share',
        n: some.length,
      })
    }
  }
  return figures
}
const BY_RULE: [Language, string, ManualName[]][] = [
  ['en', 'every sentence of English manuals', ['python faq', 'git faq', 'reference en']],
  ['de', 'every sentence of German manuals', ['reference de', 'developers de']],
]

function passes({ text, cited }: Rewrite): boolean {
  return isGrounded(ground(text, cited, 'en'))
}

function merrowRewrites(): Rewrite[] {
  const articles = new Map(demoArticles().map((article) => [article.slug, article]))
  return rewritesOf('merrow', (head) => {
    const [slug = '', ordinal = '0'] = head.split(' ')
    const article = articles.get(slug)
    const passage = article && splitPassages(article.body)[Number(ordinal)]
    return passage && [{ title: article.title, passage }]
  })
}

async function manualRewrites(): Promise<Rewrite[]> {
  const names = [
    ...new Set(
      lines('manuals')
        .filter((line) => line.startsWith('# '))
        .map((line) => line.slice(2).split(' | ')[0]!),
    ),
  ]
  const sections = (await Promise.all(names.map((name) => manual(name as ManualName)))).flat()
  return rewritesOf('manuals', (head) => {
    const [name, heading] = head.split(' | ')
    const section = sections.find((each) => each.manual === name && each.heading === heading)
    return (
      section &&
      splitPassages(section.markdown).map((passage) => ({ title: section.heading, passage }))
    )
  })
}

function rewritesOf(
  file: string,
  citedBy: (head: string) => CitedPassage[] | undefined,
): Rewrite[] {
  let cited: CitedPassage[] = []
  return lines(file).flatMap((line): Rewrite[] => {
    if (line.startsWith('# ')) {
      const found = citedBy(line.slice(2))
      if (!found) throw new Error(`${file}: there is no passage “${line.slice(2)}”`)
      cited = found
      return []
    }
    const [, good, fault, bad] = /^(?:\+ (.*)|- ([a-z]+): (.*))$/.exec(line) ?? []
    if (good === undefined && bad === undefined) throw new Error(`${file}: what is “${line}”?`)
    return [{ text: good ?? bad!, fault, cited }]
  })
}

function lines(file: string): string[] {
  return readFileSync(join(import.meta.dirname, `../grounding/${file}.txt`), 'utf8')
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith('//'))
}

import { indexRelease, rank, readQuestion, splitPassages } from '@janua/core'
import { bootstrap, mean } from '../bootstrap.ts'
import { articleOf, distinctHeadings, shelf, type Shelf, spread } from '../content/tasks.ts'
import { type Figure, withLimit } from '../figure.ts'
import { type PeerName, type PeerRow, PEERS } from '../peers/peers.ts'

const DEPTH = 10
const ASKED = 1_000

/**
 * Finds a section by its own heading, with titles and headings read by nobody: what is left is what the text says. The same passages
 * go to every subject, and a section counts by its best passage.
 */
export async function findSuite(): Promise<Figure[]> {
  const shelves = [
    await shelf('questions and answers', 'en', ['python faq', 'git faq']),
    await shelf('German manuals', 'de', ['reference de', 'developers de']),
    await shelf('1,000 headings among all', 'en', ['python', 'git', 'postgresql', 'apache']),
  ]
  const figures: Figure[] = []
  for (const each of shelves) figures.push(...(await findIn(each)))
  return figures
}

/** Places of a section that are asked for, in a shelf. */
type Ranks = Map<number, number>

async function findIn({ name, language, sections }: Shelf): Promise<Figure[]> {
  const asked = spread(
    distinctHeadings(sections).filter(({ leaf, words }) => leaf && words >= 25),
    ASKED,
  )
  const rows: PeerRow[] = []
  const sectionOf: number[] = []
  sections.forEach(({ markdown }, section) => {
    for (const { text } of splitPassages(markdown)) {
      rows.push({ id: rows.length, title: '', text })
      sectionOf.push(section)
    }
  })
  const ranked = async (
    find: (question: string) => Promise<number[]> | number[],
  ): Promise<Ranks> => {
    const ranks: Ranks = new Map()
    for (const section of asked) {
      const wanted = sections.indexOf(section)
      ranks.set(
        wanted,
        [...new Set(await find(section.heading))].slice(0, DEPTH).indexOf(wanted) + 1,
      )
    }
    return ranks
  }
  const bySubject = new Map<string, Ranks>()
  const index = indexRelease(
    sections.map((section, i) => articleOf(section, i + 1)),
    { language, noTitles: true },
  )
  bySubject.set(
    'janua',
    await ranked((question) =>
      rank(readQuestion(question, index), index, 40).map(({ doc }) => index.itemIdOf(doc) - 1),
    ),
  )
  for (const peer of Object.keys(PEERS) as PeerName[]) {
    const find = await PEERS[peer](rows, language)
    bySubject.set(
      peer,
      await ranked(async (question) => (await find(question, 60)).map((row) => sectionOf[row]!)),
    )
  }
  return figuresOf(name, bySubject)
}

function figuresOf(name: string, bySubject: ReadonlyMap<string, Ranks>): Figure[] {
  const reciprocal = (rank: number) => (rank === 0 ? 0 : 1 / rank)
  const figures: Figure[] = []
  for (const [subject, ranks] of bySubject) {
    const all = [...ranks.values()]
    const share = (measure: string, value: (rank: number) => number): Figure => ({
      suite: 'find',
      case: name,
      subject,
      measure,
      value: mean(all.map(value)),
      ...bootstrap(all, (sample) => mean(sample.map(value))),
      unit: 'share',
      n: all.length,
    })
    figures.push(
      share('MRR', reciprocal),
      share('success@1', (rank) => (rank === 1 ? 1 : 0)),
    )
  }
  const mrr = (subject: string) =>
    figures.find((figure) => figure.subject === subject && figure.measure === 'MRR')!.value
  const best = [...bySubject.keys()]
    .filter((subject) => subject !== 'janua')
    .sort((a, b) => mrr(b) - mrr(a))[0]!
  const pairs = [...bySubject.get('janua')!].map(([section, rank]) => ({
    ours: reciprocal(rank),
    theirs: reciprocal(bySubject.get(best)!.get(section)!),
  }))
  const ratio = (sample: readonly (typeof pairs)[number][]) =>
    mean(sample.map(({ ours }) => ours)) / mean(sample.map(({ theirs }) => theirs))
  const { low, high } = bootstrap(pairs, ratio)
  const paired: Figure = {
    suite: 'find',
    case: name,
    subject: `janua ÷ ${best}`,
    measure: 'MRR, paired',
    value: ratio(pairs),
    low,
    high,
    unit: 'times',
    n: pairs.length,
  }
  return [
    ...figures,
    { ...withLimit({ ...paired, value: low }, { atLeast: 1 }), value: paired.value },
  ]
}

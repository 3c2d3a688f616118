import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { answerMessage, type ContentItem, fitOwn, seeded } from '@janua/core'
import { bootstrap, mean } from '../bootstrap.ts'
import { articleOf, distinctHeadings, shelf } from '../content/tasks.ts'
import { type Figure, withLimit } from '../figure.ts'
import { readyIndex, type Way, WAYS } from '../shipped.ts'

const LEAST_GAIN = 0.1

/** What visitors ask in words of their own: untaught; after a random half of their questions was reviewed and taught. */
export async function teachSuite(): Promise<Figure[]> {
  return (await Promise.all(WAYS.map(taughtTo))).flat()
}

async function taughtTo(way: Way): Promise<Figure[]> {
  const sections = distinctHeadings(
    (await shelf('faq', 'en', ['python faq', 'git faq'])).sections,
  ).filter(({ words }) => words >= 15)
  const paraphrases = readParaphrases()
  const random = seeded(11)
  const plain = sections.map((section, i) => articleOf(section, i + 1))
  const all = sections.flatMap(({ heading }, i) =>
    (paraphrases.get(heading) ?? []).map((text) => ({
      item: i + 1,
      text,
      reviewed: random() < 0.5,
    })),
  )
  const taught = plain.map((item): ContentItem => ({
    ...item,
    phrasings: all.flatMap(({ item: id, reviewed, text }) =>
      reviewed && id === item.id ? [text] : [],
    ),
  }))
  const asked = all.filter(({ reviewed }) => !reviewed)
  const hits = async (items: ContentItem[]) => {
    const index = await readyIndex(way, items)
    const model = fitOwn(items)
    return asked.map(({ item, text }) =>
      answerMessage(index, text, { threshold: 1, model }).asked[0]?.answer.trace.candidates[0]
        ?.item === item
        ? 1
        : 0,
    )
  }
  const before = await hits(plain)
  const after = await hits(taught)
  const share = (measure: string, values: readonly number[]): Figure => ({
    suite: 'teach',
    case: 'paraphrases, the other half',
    subject: way,
    measure,
    value: mean(values),
    ...bootstrap(values, mean),
    unit: 'share',
    n: values.length,
  })
  const gains = after.map((hit, i) => hit - before[i]!)
  return [
    share('success@1 untaught', before),
    share('success@1 taught', after),
    withLimit(share('gained', gains), { atLeast: LEAST_GAIN }),
  ]
}

/** For each heading the questions of several people. */
function readParaphrases(): Map<string, string[]> {
  const found = new Map<string, string[]>()
  let heading = ''
  for (const line of readFileSync(join(import.meta.dirname, '../paraphrases.txt'), 'utf8').split(
    '\n',
  )) {
    if (line.startsWith('# ')) found.set((heading = line.slice(2)), [])
    else if (line !== '' && !line.startsWith('//')) found.get(heading)!.push(line)
  }
  return found
}

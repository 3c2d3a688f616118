import { type Answer, type Block, countWords, fold } from '@janua/core'
import { bootstrap, mean } from '../bootstrap.ts'
import { domainNames, type Facts, naturalDomain } from '../../server/src/modules/models/natural.ts'
import { type Figure, withLimit } from '../figure.ts'
import { prepared } from '../naturalSubject.ts'

/** What an answer from the right article says. */
interface Said {
  decides: boolean
  isClean: boolean
  words: number
}

/**
 * Of answers from an article that settles the question: whether they say what decides, show no row or case that does not apply, and how long
 * they are. Whatever is sure or not, the first article answers here: this is of what is taken from it.
 */
export async function factsSuite(): Promise<Figure[]> {
  const figures: Figure[] = []
  const all: Said[] = []
  for (const name of domainNames()) {
    const domain = await naturalDomain(name)
    if (domain.facts.size === 0) continue
    const { ask } = prepared(domain, 0)
    const said = domain.questions.flatMap((question): Said[] => {
      const facts = domain.facts.get(question.id)
      if (!facts?.stated) return []
      const answer = ask(question)
      if (answer?.outcome !== 'answered' || !question.settledBy.has(answer.sources[0]!.item))
        return []
      return [saidBy(answer, facts)]
    })
    all.push(...said)
    figures.push(...figuresOf(name, said))
  }
  const [clean, words] = figuresOf('both', all)
  return [...figures, withLimit(clean!, { atLeast: 0.8 }), withLimit(words!, { atMost: 45 })]
}

function figuresOf(name: string, said: readonly Said[]): Figure[] {
  const figure = (measure: string, values: readonly number[], of = mean, unit = 'share') => ({
    suite: 'facts',
    case: name,
    subject: 'janua',
    measure,
    value: of(values),
    ...bootstrap(values, of),
    unit,
    n: values.length,
  })
  const share = (is: (one: Said) => boolean) => said.map((one) => (is(one) ? 1 : 0))
  return [
    figure(
      'says what decides, no wrong row',
      share(({ decides, isClean }) => decides && isClean),
    ),
    figure(
      'words',
      said.map(({ words }) => words),
      median,
      'words',
    ),
    figure(
      'says what decides',
      share(({ decides }) => decides),
    ),
    figure(
      'shows no wrong row',
      share(({ isClean }) => isClean),
    ),
  ]
}

function saidBy({ blocks }: Answer, { must, not }: Facts): Said {
  const text = plain(blocks.map(textOf).join(' '))
  return {
    decides: must.every((ways) => ways.some((way) => text.includes(plain(way)))),
    isClean: !not.some((way) => text.includes(plain(way))),
    words: countWords(text),
  }
}

function textOf(block: Block): string {
  switch (block.type) {
    case 'table':
      return [block.header, ...block.rows]
        .map((row) => row.map(({ text }) => text).join(' '))
        .join(' ')
    case 'list':
      return block.items.map(({ text }) => text).join(' ')
    default:
      return block.content.text
  }
}

function plain(text: string): string {
  return fold(text).replace(/\s+/g, ' ')
}

function median(values: readonly number[]): number {
  return values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0
}

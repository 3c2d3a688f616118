import { answerQuestion, fitOwn } from '@janua/core'
import { demoArticles, demoQuestions } from '../../demo/content.ts'
import { demoGlossary } from '../../demo/documents.ts'
import { type Figure, wilson } from '../figure.ts'
import { readyIndex, type Way, WAYS } from '../shipped.ts'

const THRESHOLDS = [0.3, 0.4, 0.5, 0.6, 0.65]

/**
 * The demo's labelled questions, written before the engine existed, put to the demo's articles. Labels name the
 * article that settles a question best, and those that do as well; an answer from another one counts as wrong.
 */
export async function accuracySuite(): Promise<Figure[]> {
  return (await Promise.all(WAYS.map(accuracyOf))).flat()
}

async function accuracyOf(way: Way): Promise<Figure[]> {
  const articles = demoArticles()
  const items = articles.map((article, i) => ({
    ...article,
    id: i + 1,
    revision: i + 1,
    kind: 'article' as const,
  }))
  const glossary = await demoGlossary()
  const index = await readyIndex(way, items, { glossary })
  const model = fitOwn(items, { glossary })
  const asked = demoQuestions().map(({ text, settledBy, also }) => {
    const { trace } = answerQuestion(index, text, { threshold: 0, model })
    const best = trace.candidates[0]
    return {
      settledBy,
      also,
      first: best ? articles[best.item - 1]!.slug : null,
      confidence: best?.confidence ?? 0,
    }
  })
  const known = asked.filter(({ settledBy }) => settledBy !== null)
  const unknown = asked.filter(({ settledBy }) => settledBy === null)
  const share = (measure: string, circumstance: string, hits: number, n: number): Figure => ({
    suite: 'accuracy',
    case: circumstance,
    subject: way,
    measure,
    value: hits / n,
    ...wilson(hits, n),
    unit: 'share',
    n,
  })
  const figures = [
    share(
      'right article first',
      'questions with an answer',
      known.filter(isRight).length,
      known.length,
    ),
  ]
  for (const threshold of THRESHOLDS) {
    const answered = asked.filter(({ confidence }) => confidence >= threshold)
    figures.push(
      share(
        'answered rightly',
        `threshold ${threshold}, with an answer`,
        known.filter((each) => each.confidence >= threshold && isRight(each)).length,
        known.length,
      ),
      share(
        'answered all the same',
        `threshold ${threshold}, without an answer`,
        unknown.filter(({ confidence }) => confidence >= threshold).length,
        unknown.length,
      ),
      share(
        'accuracy of answers',
        `threshold ${threshold}`,
        answered.filter(isRight).length,
        answered.length,
      ),
    )
  }
  return figures
}

function isRight({
  settledBy,
  also,
  first,
}: {
  settledBy: string | null
  also: string[]
  first: string | null
}): boolean {
  return first !== null && (first === settledBy || also.includes(first))
}

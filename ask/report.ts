import {
  type AskedQuestion,
  blocksText,
  maskPrivate,
  type ReleaseIndex,
  type Reply,
  type Source,
} from '@janua/core'

interface Known {
  index: ReleaseIndex
  files: ReadonlyMap<number, string>
  milliseconds: number
  language?: 'de'
}

/** What is printed of one message: of several questions the first stands at the top, and all stand in `questions`. */
export function reported(id: string | number, reply: Reply, known: Known): object {
  const { milliseconds, language = 'en' } = known
  if (reply.smallTalk)
    return {
      id,
      outcome: 'small talk',
      confidence: 1,
      answer: reply.smallTalk.replies[language],
      sources: [],
      candidates: [],
      milliseconds,
    }
  const [first, ...more] = reply.asked.map((asked) => reportedQuestion(asked, known))
  if (!first)
    return {
      id,
      outcome: 'person',
      confidence: 1,
      answer: '',
      sources: [],
      candidates: [],
      wantsPerson: true,
      milliseconds,
    }
  return {
    id,
    ...first,
    ...(reply.wantsPerson && { wantsPerson: true }),
    ...(more.length > 0 && { questions: [first, ...more] }),
    milliseconds,
  }
}

function reportedQuestion({ text, carried, answer }: AskedQuestion, { index, files }: Known) {
  return {
    question: maskPrivate(text),
    ...(carried && { carried }),
    outcome: answer.outcome,
    confidence: rounded(answer.confidence),
    answer: blocksText(answer.blocks),
    ...(answer.readings && {
      readings: answer.readings.map(({ label, says, ...source }) => ({
        label,
        ...(says !== undefined && { says }),
        ...placeOf(source, files),
      })),
    }),
    sources: answer.sources.map((source) => ({
      ...placeOf(source, files),
      passage: passageText(source, index),
    })),
    candidates: answer.trace.candidates.map((candidate) => ({
      ...placeOf(candidate, files),
      confidence: rounded(candidate.confidence),
      parts: Object.fromEntries(
        Object.entries(candidate.contributions).map(([name, value]) => [name, rounded(value)]),
      ),
    })),
  }
}

function placeOf(
  { item, title, path }: Source,
  files: ReadonlyMap<number, string>,
): { file: string; heading: string } {
  return { file: files.get(item) ?? '', heading: path.at(-1) ?? title }
}

function passageText({ item, ordinal }: Source, index: ReleaseIndex): string {
  const doc = index.docsOf(item)[ordinal]
  return doc === undefined ? '' : index.passage(doc).passage.text
}

function rounded(value: number): number {
  return Math.round(value * 10_000) / 10_000
}

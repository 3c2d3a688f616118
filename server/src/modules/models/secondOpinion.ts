import { blocksText, type HeardOpinion, type Opinion, OPINIONS } from '@janua/core'
import type { ModelUses, Reply } from './modelUses.ts'
import type { CompiledRelease, Response } from '../answering/index.ts'

/** Answers as far from the threshold as this are sure enough, or hopeless. */
export const REACH = 0.25

interface Told {
  release: CompiledRelease
  language: 'en' | 'de'
}

/** A passage about which somebody asked. */
interface Doubtful {
  question: string
  title: string
  item: number
  ordinal: number
}

/** Asks the language model whether a passage answers a question, where Janua itself is nearly as little sure of it as of the opposite. */
export class SecondOpinion {
  constructor(private readonly dependencies: { uses: Pick<ModelUses, 'ask' | 'isOn'> }) {}

  /** What it says of the first article for each question that it was asked about; nothing where nothing came of asking. */
  async on(responses: readonly Response[], told: Told): Promise<HeardOpinion[]> {
    const unsure = responses.flatMap(doubtIn)
    if (unsure.length === 0 || !(await this.dependencies.uses.isOn('opinion'))) return []
    const heard = await Promise.all(
      unsure.map(async (doubtful): Promise<HeardOpinion | undefined> => {
        // Off, slow, broken or out of budget: Janua's own view stands.
        const opinion = await this.ask(doubtful, told).catch(() => undefined)
        return opinion && { question: doubtful.question, item: doubtful.item, says: opinion.says }
      }),
    )
    return heard.flatMap((each) => each ?? [])
  }

  /**
   * @returns undefined where the passage is not there any more, or where the reply is none of the opinions
   * @throws when the model cannot be asked
   */
  async ask(
    { question, title, item, ordinal }: Doubtful,
    { release, language }: Told,
    isTrial = false,
  ): Promise<(Reply & { says: Opinion }) | undefined> {
    const doc = release.index.docAt(item, ordinal)
    if (doc === undefined) return undefined
    const { passage } = release.index.passage(doc)
    const reply = await this.dependencies.uses.ask(
      'opinion',
      {
        language,
        question,
        passages: [{ title, path: passage.path, text: blocksText(passage.blocks) }],
      },
      { isTrial },
    )
    const says = opinionIn(reply.text)
    return says && { ...reply, says }
  }
}

/** The opinion in a reply; undefined when it is none. */
export function opinionIn(reply: string): Opinion | undefined {
  try {
    const { answers } = JSON.parse(reply) as { answers?: unknown }
    return OPINIONS.find((each) => each === answers)
  } catch {
    return undefined
  }
}

/** The first article of a response, where Janua is not sure about it. */
function doubtIn({ question, replies }: Response): Doubtful[] {
  if (!question || replies) return []
  const { text, trace, kind, outcome } = question
  const [first] = trace.candidates
  const isOpen = outcome === 'answered' || outcome === 'suggested' || outcome === 'unanswered'
  return isOpen &&
    kind !== 'fixed' &&
    first &&
    Math.abs(first.confidence - trace.threshold) <= REACH
    ? [{ question: text, title: first.title, item: first.item, ordinal: first.ordinal }]
    : []
}

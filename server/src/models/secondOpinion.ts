import { blocksText, type HeardOpinion, type Opinion, OPINIONS } from '@janua/core'
import type { CompiledRelease, OpenDoor } from '../answering/engineHost.ts'
import type { Response } from '../conversations/respond.ts'
import type { ModelUses } from './modelUses.ts'

/** Answers as far from the threshold as this are sure enough, or hopeless. */
const REACH = 0.25

interface Told {
  release: CompiledRelease
  door: OpenDoor
  language: 'en' | 'de'
}

/** Asks the language model whether a passage answers a question, where Janua itself is nearly as little sure of it as of the opposite. */
export class SecondOpinion {
  constructor(private readonly needs: { uses: Pick<ModelUses, 'ask' | 'isOn'> }) {}

  /** What it says of the first article for each question that it was asked about; nothing where nothing came of asking. */
  async on(responses: readonly Response[], told: Told): Promise<HeardOpinion[]> {
    const unsure = responses.filter(isUnsure)
    if (unsure.length === 0 || !(await this.needs.uses.isOn('opinion'))) return []
    const heard = await Promise.all(unsure.map((response) => this.ask(response, told)))
    return heard.flatMap((each) => each ?? [])
  }

  private async ask(
    { question }: Response,
    { release, language }: Told,
  ): Promise<HeardOpinion | undefined> {
    const { text, trace } = question!
    const [first] = trace.candidates
    const doc = first && release.index.docAt(first.item, first.ordinal)
    if (doc === undefined) return undefined
    const { passage } = release.index.passage(doc)
    try {
      const { text: reply } = await this.needs.uses.ask('opinion', {
        language,
        question: text,
        passages: [{ title: first!.title, path: passage.path, text: blocksText(passage.blocks) }],
      })
      const { answers } = JSON.parse(reply) as { answers?: unknown }
      if (!OPINIONS.includes(answers as Opinion)) return undefined
      return { question: text, item: first!.item, says: answers as Opinion }
    } catch {
      // Off, slow, broken or out of budget: Janua's own view stands.
      return undefined
    }
  }
}

function isUnsure({ question, replies }: Response): boolean {
  if (!question || replies) return false
  const { trace, kind, outcome } = question
  const [first] = trace.candidates
  return (
    (outcome === 'answered' || outcome === 'suggested' || outcome === 'unanswered') &&
    kind !== 'fixed' &&
    first !== undefined &&
    Math.abs(first.confidence - trace.sill) <= REACH
  )
}

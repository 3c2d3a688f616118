import type { Verdict, VerdictInput } from '@janua/contracts'
import { sideOf } from '@janua/core'
import type { ShownQuestion } from './useRehearsal.ts'

/** A review of a rehearsed answer, as the server takes it. */
export function verdictOn(
  { text, answer }: Pick<ShownQuestion, 'text' | 'answer'>,
  door: number,
  verdict: Verdict,
): VerdictInput {
  const source = answer.sources[0]
  return {
    text,
    verdict,
    door,
    origin: 'rehearsal',
    wanted: null,
    wantedId: null,
    chance: null,
    question: null,
    item: source?.item ?? null,
    revision: source?.revision ?? null,
    ordinal: source?.ordinal ?? null,
    print: source ? sideOf(answer).print : null,
    confidence: answer.confidence,
  }
}

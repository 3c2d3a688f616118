import type { Proof } from '@janua/contracts'
import { problemWith } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'

/** @throws NEEDS_REASON when checks fail or good answers are lost, and nobody said why it is published all the same */
export function mustBeReasoned(proof: Proof, because: string): void {
  if (!proof.needsReason || because) return
  const failed = proof.checks?.failed.length ?? 0
  const lost = proof.replay?.lost ?? 0
  const moves = movesCaused(proof.routing)
  const said = [
    { key: 'refusals.movesCaused', count: moves },
    { key: 'refusals.checksFail', count: failed },
    { key: 'refusals.answersLost', count: lost },
  ]
  const told = said.filter(({ count }) => count > 0)
  throw problemWith(
    proof,
    'NEEDS_REASON',
    told.map(({ key, count }) => phrase(key, { count })),
  )
}

/** By how many the moves that a routing causes exceed those that it saves; 0 when they do not. */
export function movesCaused(routing: Proof['routing']): number {
  return routing ? Math.max(0, routing.caused - routing.saved) : 0
}

/** Proves what a choice of changes does, before anybody gets it. */
export interface Prover {
  /** @param fresh runs the checks now; else their newest run is told */
  of(items: readonly number[] | null, fresh?: boolean): Promise<Proof>
}

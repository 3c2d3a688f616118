import type { TrainingDomain } from './domain.ts'

/** A fold leaves two domains out of what heads learn from; heads are dear to learn, and two at a time halve that. */
export function pairs(domains: readonly TrainingDomain[]): TrainingDomain[][] {
  const half = Math.ceil(domains.length / 2)
  return Array.from({ length: half }, (_, i) =>
    [domains[i]!, domains[i + half]].filter((domain) => domain !== undefined),
  )
}

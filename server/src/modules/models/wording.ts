import type { ModelUses } from './modelUses.ts'
import type { Rewriter } from '../answering/index.ts'

/** Has answers worded by the language model. */
export function wordingBy(uses: Pick<ModelUses, 'ask' | 'isOn'>): Rewriter {
  return {
    isOn: (from) => uses.isOn(from === 'passages' ? 'wording' : 'elsewhere'),
    rewrite: ({ passages, ...about }, onText) =>
      passages.length > 0
        ? uses.ask('wording', { ...about, passages }, { onText })
        : uses.ask('elsewhere', about),
  }
}

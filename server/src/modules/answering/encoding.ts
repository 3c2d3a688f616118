import type { ContentItem } from '@janua/core'
import {
  type FindVectors,
  type LanguageModels,
  type MeaningModels,
  textsOfItem,
} from '@janua/core/meaning'
import { inThread } from '../../platform/jobs/startThread.ts'
import type { EncodeOrder } from './encodeThread.ts'

const THREADS = 2
/** So many texts go to a thread at once. */
const AT_ONCE = 500

/**
 * Encodes many texts in threads of their own with the encoder that ships.
 * @param take is given each batch as it is done
 */
export async function encodeInThreads(
  texts: readonly string[],
  take: (texts: readonly string[], vectors: readonly Uint8Array[]) => Promise<void> | void,
): Promise<void> {
  const size = Math.max(1, Math.min(AT_ONCE, Math.ceil(texts.length / THREADS)))
  let next = 0
  const work = async () => {
    while (next < texts.length) {
      const some = texts.slice(next, (next += size))
      const vectors = await inThread<EncodeOrder, Uint8Array[]>(
        new URL('./encodeThread.ts', import.meta.url),
        { texts: some },
      )
      await take(some, vectors)
    }
  }
  await Promise.all(Array.from({ length: THREADS }, work))
}

/** The distinct texts of some items that are encoded: of those in a language with an encoder. */
export function textsToEncode(
  items: readonly ContentItem[],
  hasEncoder: (models: LanguageModels) => boolean,
  models: MeaningModels,
): string[] {
  const texts = items.flatMap((item) => {
    const { language, texts } = textsOfItem(item)
    const own = models[language]
    return own && hasEncoder(own) ? texts : []
  })
  return [...new Set(texts)]
}

/**
 * Encodes what some items say with the encoder that ships, where their language has one.
 * @param known vectors of texts that were encoded before; takes what is encoded now
 */
export async function encodeItems(
  items: readonly ContentItem[],
  models: MeaningModels,
  known = new Map<string, Uint8Array>(),
): Promise<FindVectors> {
  const missing = textsToEncode(items, ({ sentences }) => sentences !== undefined, models).filter(
    (text) => !known.has(text),
  )
  await encodeInThreads(missing, (some, vectors) =>
    some.forEach((text, i) => known.set(text, vectors[i]!)),
  )
  return (text) => known.get(text)
}

import { converse, indexRelease, type Language } from '@janua/core'
import { narrowed } from '@janua/core/learning'
import { packVectors, withAttached } from '@janua/core/meaning'
import { existsSync } from 'node:fs'
import { AskedTexts, understood } from '../../server/src/modules/answering/attachedEncoder.ts'
import { textsToEncode } from '../../server/src/modules/answering/encoding.ts'
import type { Encoder, TextKind } from '../../server/src/modules/answering/encoder.ts'
import { learnRankings } from '../../server/src/modules/models/encoders/learnRankings.ts'
import type { LearntRankings } from '../../server/src/modules/models/encoders/rankingThread.ts'
import { type EncoderSource, openEncoder } from '../../server/src/modules/models/encoders/source.ts'
import {
  domainNames,
  languageOf,
  naturalDomain,
  type NaturalDomain,
} from '../../server/src/modules/models/natural.ts'
import type { Figure } from '../figure.ts'
import type { NaturalResult } from '../naturalFigures.ts'
import { askJanua, FoldEngine, resultOf, THRESHOLD } from '../naturalSubject.ts'
import { figureOf, MEASURES } from './natural.ts'

const ID = 'of the bench'
const LANGUAGES: readonly Language[] = ['en', 'de']

/** A folder where there is one of that name, else a server's address. */
export function sourceOf(where: string, model: string, key?: string): EncoderSource {
  return existsSync(where)
    ? { kind: 'folder', folder: where }
    : { kind: 'server', url: where, model, ...(key && { key }) }
}

/**
 * What an encoder of one's own gains on natural questions: the same figures under the one that ships and under it. Under both, a domain's
 * questions are ranked by what was learnt on the others.
 */
export async function encoderFigures(source: EncoderSource): Promise<Figure[]> {
  const encoder = await openEncoder(source)
  try {
    const learnt = await learnRankings(encoder, tell, { withFolds: true })
    const [own, shipped]: [NaturalResult[], NaturalResult[]] = [[], []]
    for (const name of domainNames()) {
      if (!learnt.folds[name]) continue
      const domain = await naturalDomain(name)
      process.stderr.write(`Asking ${name} …\n`)
      shipped.push(...askJanua(domain))
      own.push(...(await askUnder(domain, encoder, learnt)))
    }
    return LANGUAGES.flatMap((language) =>
      [
        { subject: 'janua', results: shipped },
        { subject: `janua, encoder ${encoder.id}`, results: own },
      ].flatMap(({ subject, results }) => {
        const alone = results.filter(
          ({ domain, isFollowUp }) => languageOf(domain) === language && !isFollowUp,
        )
        return alone.length === 0
          ? []
          : MEASURES.map((measure) =>
              figureOf({ subject, language, measure, results: alone, isPeer: true }),
            )
      }),
    )
  } finally {
    await encoder.close?.()
  }
}

function tell(step: string, done: number, of: number): void {
  if (done % 2_048 < 128) process.stderr.write(`${step}: ${done} of ${of}\n`)
}

/** Every question of a domain, asked with the encoder before the one that ships. */
async function askUnder(
  domain: NaturalDomain,
  encoder: Encoder,
  { directions, folds }: LearntRankings,
): Promise<NaturalResult[]> {
  const encoded = async (texts: readonly string[], kind: TextKind) =>
    (await encoder.embed(texts, kind)).map((vector) => ({ tuned: narrowed(vector, directions) }))
  const fold = new FoldEngine(domain.name)
  const models = withAttached(
    fold.models,
    { id: ID, rankings: { [domain.language]: folds[domain.name]! } },
    new AskedTexts(ID, (texts) => encoded(texts, 'question')),
  )
  const texts = textsToEncode(domain.items, ({ attached }) => attached !== undefined, models)
  const vectors = await encoded(texts, 'passage')
  const known = new Map(texts.map((text, i) => [text, packVectors(vectors[i]!)]))
  const index = indexRelease(
    domain.items,
    { language: domain.language, models },
    { vectors: (text) => fold.vectorsOf(text), attached: (text) => known.get(text) },
  )
  const results: NaturalResult[] = []
  for (const question of domain.questions) {
    const messages = [...question.before, question.text]
    const replies = await understood(index, () =>
      converse(index, messages, { threshold: THRESHOLD }),
    )
    results.push(resultOf(domain, question, replies.at(-1)!.asked[0]?.answer))
  }
  return results
}

import { type Language, LANGUAGES } from '@janua/core'
import { startThread } from '../../../platform/jobs/startThread.ts'
import type { LearntRankings, RankingOrder, RankingSaid } from './rankingThread.ts'
import type { Encoder } from '../../answering/index.ts'

/**
 * Learns to rank by an encoder, in a thread; what the thread wants encoded is encoded here.
 * @param progress is told each step with how much of it is done
 * @throws {EncoderFault} when the encoder fails
 */
export function learnRankings(
  encoder: Encoder,
  progress: (step: 'encoding' | 'learning', done: number, of: number) => void,
  {
    withFolds = false,
    learnFrom,
    signal,
  }: { withFolds?: boolean; learnFrom?: readonly string[]; signal?: AbortSignal } = {},
): Promise<LearntRankings> {
  const languages: readonly Language[] = encoder.languages ?? LANGUAGES
  const worker = startThread<RankingOrder>(
    new URL('./rankingThread.ts', import.meta.url),
    {
      languages,
      dimensions: encoder.dimensions,
      withFolds,
      ...(learnFrom && { learnFrom }),
    },
    {},
  )
  return new Promise<LearntRankings>((done, failed) => {
    let [of, encoded] = [0, 0]
    const take = async (said: RankingSaid) => {
      if (said.type === 'learnt') return done(said.learnt)
      if (said.type === 'step') {
        if (said.step === 'encoding') of = said.of
        return progress(said.step, 0, said.of)
      }
      worker.postMessage(await encoder.embed(said.texts, said.kind, signal))
      progress('encoding', (encoded += said.texts.length), of)
    }
    worker.on('message', (said: RankingSaid) => void take(said).catch(failed))
    worker.once('error', failed)
    worker.once('exit', () => failed(new Error('The learning was broken off.')))
    signal?.addEventListener('abort', () => failed(new Error('The learning was broken off.')))
  }).finally(() => void worker.terminate())
}

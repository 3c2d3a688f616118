import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { domainNames, languageOf } from '../bench/content/natural.ts'
import { amongThree, auroc, first, rightAtPrecision } from '../bench/naturalFigures.ts'
import { sigmoid } from '../core/src/maths/logistic.ts'
import { DIMENSIONS, SentenceEncoder } from '../core/src/meaning/encoder.ts'
import type { Head } from '../core/src/meaning/heads.ts'
import { byColumns, readTensors, type Tensor, writeTensors } from '../core/src/meaning/tensors.ts'
import { wordSignals } from '../core/src/meaning/wordSignals.ts'
import { WordVectors } from '../core/src/meaning/wordVectors.ts'
import { inThread } from '../server/src/jobs/startThread.ts'
import { type TrainingDomain, trainingDomain } from './domain.ts'
import { encoderWeights } from './encoderWeights.ts'
import { fitScale, fitSureness } from './fit.ts'
import { pairs } from './folds.ts'
import type { HeadsOrder, LearntHeads } from './headsThread.ts'
import {
  leaveOneOut,
  type LeftOut,
  rankedByOthers,
  rankerOf,
  type SignalledDomain,
  signalNames,
  withSignals,
} from './leaveOneOut.ts'
import { manifest } from './manifest.ts'
import { wordVectorWeights } from './wordVectorWeights.ts'

/**
 * `npm run train` makes every file of models/ from bench/natural and two packages, the same each time: the encoder and word vectors cut down to
 * bytes, heads above the encoder, the ranker and how sure it is. On its way each domain is left out once, which says what to expect.
 */
const MODELS = join(import.meta.dirname, '../models')
const THREADS = 2
const HEADS_THREAD = new URL('./headsThread.ts', import.meta.url)
const SEED = 1
/** Scores of words beside which heads are learnt: what words say already need not be learnt again. */
const OFFSETS = [
  'match by fields',
  'letters of the article',
  'alike to the article',
  'near a sentence',
]

function say(text: string): void {
  process.stdout.write(`${text}\n`)
}

async function main(): Promise<void> {
  mkdirSync(MODELS, { recursive: true })
  say('Word vectors …')
  const vectorWeights = wordVectorWeights()
  writeFileSync(join(MODELS, 'words-en.bin'), vectorWeights.file)
  writeFileSync(join(MODELS, 'words-en.txt'), vectorWeights.words.join('\n'))
  say('Encoder …')
  const encoding = encoderWeights()
  writeFileSync(join(MODELS, 'encoder-en.bin'), encoding.file)
  writeFileSync(join(MODELS, 'pieces-en.json'), JSON.stringify(encoding.table))

  const vectors = new WordVectors(vectorWeights.words, readTensors(vectorWeights.file))
  const encoder = new SentenceEncoder(readTensors(encoding.file), encoding.table)
  const english = await readDomains('en', { vectors, encoder })
  const german = await readDomains('de', {})

  const heads = await learnHeads(english, encoding.head)
  const names = wordSignals('en', true)
  const signalled = english.map((domain) =>
    withSignals(domain, names, { shipped: encoding.head, learnt: heads.without.get(domain.name)! }),
  )
  const germanSignalled = german.map((domain) =>
    withSignals(domain, wordSignals('de', false), null),
  )
  const finals = {
    en: finalModel(signalled, 'en'),
    de: finalModel(germanSignalled, 'de'),
  }
  writeFileSync(join(MODELS, 'heads-en.bin'), headsFile(encoding.head, heads.all))
  writeFileSync(join(MODELS, 'ranking.json'), `${JSON.stringify(finals)}\n`)
  writeFileSync(join(MODELS, 'manifest.json'), `${JSON.stringify(manifest(), null, 1)}\n`)
}

async function readDomains(
  language: 'en' | 'de',
  tools: Parameters<typeof trainingDomain>[1],
): Promise<TrainingDomain[]> {
  const domains: TrainingDomain[] = []
  for (const name of domainNames().filter((each) => languageOf(each) === language)) {
    say(`Reading ${name} …`)
    domains.push(await trainingDomain(name, tools))
  }
  return domains
}

/** Heads without each pair of domains, and heads of all; several are learnt at once. */
async function learnHeads(
  domains: readonly TrainingDomain[],
  start: Head,
): Promise<{ without: Map<string, LearntHeads>; all: LearntHeads }> {
  const offsets = wordScores(domains)
  const jobs = [[], ...pairs(domains)]
  const learnt: LearntHeads[] = []
  let next = 0
  const work = async () => {
    for (let job = next++; job < jobs.length; job = next++) {
      const left = jobs[job]!
      learnt[job] = await inThread<HeadsOrder, LearntHeads>(HEADS_THREAD, {
        domains: domains.filter((domain) => !left.includes(domain)),
        start,
        offsets,
        seed: SEED,
      })
      say(`Heads without ${left.map(({ name }) => name).join(', ') || 'nothing'}`)
    }
  }
  await Promise.all(Array.from({ length: THREADS }, work))
  const without = new Map(
    jobs.flatMap((left, job) => left.map(({ name }) => [name, learnt[job]!] as const)),
  )
  return { without, all: learnt[0]! }
}

/** Scores of words for every domain, by weights that did not see it. */
function wordScores(domains: readonly TrainingDomain[]): Map<string, number[][]> {
  const places = OFFSETS.map((name) => wordSignals('en', true).indexOf(name as never))
  const few = domains.map((domain) =>
    withSignals(
      {
        ...domain,
        words: domain.words.map((articles) =>
          articles.map((signals) => places.map((place) => signals[place]!)),
        ),
      },
      OFFSETS,
      null,
    ),
  )
  return new Map(few.map((each) => [each.domain.name, rankedByOthers(each, few).scores]))
}

/** The ranker and sureness of all domains, scaled by what came of those left out. */
export function finalModel(domains: readonly SignalledDomain[], language: 'en' | 'de'): object {
  const left = leaveOneOut(domains)
  report(language, left)
  const weights = rankerOf(domains)
  const right = left.flatMap(({ ranked }) => ranked.right)
  const scale = fitScale(
    left.flatMap(({ odds }) => odds),
    right,
  )
  const sureness = fitSureness({ features: left.flatMap(({ ranked }) => ranked.features), right })
  return {
    signals: signalNames(wordSignals(language, language === 'en'), language === 'en'),
    weights: [...weights],
    sureness: { ...sureness, scale },
  }
}

function report(language: string, left: readonly LeftOut[]): void {
  const results = left.flatMap(({ name, covered, right, ranked, odds }) =>
    ranked.scores.map((each, q) => {
      const order = [...each.keys()].sort((a, b) => each[b]! - each[a]!)
      return {
        domain: name,
        id: String(q),
        isCovered: covered[q]!,
        isFollowUp: false,
        first: right[q]![order[0]!]!,
        amongThree: order.slice(0, 3).some((article) => right[q]![article]!),
        confidence: sigmoid(odds[q]!),
        answered: false,
        right: false,
      }
    }),
  )
  const shown = [first, amongThree, auroc, rightAtPrecision(0.9), rightAtPrecision(0.8)].map(
    (figure) => figure(results).toFixed(3),
  )
  say(
    `${language}, each domain left out: first ${shown.join(' · ')} (first, three, AUROC, r90, r80)`,
  )
}

function headsFile(shipped: Head, { tuned, none }: LearntHeads): Uint8Array {
  const tensors = new Map<string, Tensor>()
  for (const [name, head] of Object.entries({ shipped, tuned, none })) {
    tensors.set(`${name}.weights`, {
      shape: [DIMENSIONS, DIMENSIONS],
      ...byColumns(head.weights, DIMENSIONS),
    })
    tensors.set(`${name}.bias`, { shape: [DIMENSIONS], data: head.bias })
  }
  tensors.set('none.least', { shape: [1], data: Float32Array.of(none.none) })
  return writeTensors(tensors)
}

if (import.meta.filename === process.argv[1]) await main()

import {
  learnRanking,
  type LearntRanking,
  type LeftOut,
  leftOutFigures,
  rankedByOthers,
  type SignalledDomain,
  type Variant,
  VARIANTS,
  withSignals,
} from '@janua/core/learning'
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { domainNames, languageOf } from '../server/src/modules/models/natural.ts'
import { amongThree, auroc, first, rightAtPrecision } from '../bench/naturalFigures.ts'
import { sigmoid } from '../core/src/maths/logistic.ts'
import { DIMENSIONS, SentenceEncoder } from '../core/src/meaning/encoder.ts'
import { type Head, HEADS, VECTOR_WIDTH } from '../core/src/meaning/heads.ts'
import type { RankingModel } from '../core/src/meaning/models.ts'
import { byColumns, readTensors, type Tensor, writeTensors } from '../core/src/meaning/tensors.ts'
import { wordSignals } from '../core/src/meaning/wordSignals.ts'
import { WordVectors } from '../core/src/meaning/wordVectors.ts'
import { inThread } from '../server/src/platform/jobs/startThread.ts'
import { CACHE, type TrainingDomain, trainingDomain } from './domain.ts'
import { encoderWeights } from './encoderWeights.ts'
import { pairs } from './folds.ts'
import type { HeadsOrder, LearntHeads } from './headsThread.ts'
import { underHeads } from './underHeads.ts'
import { keptHeads } from './keptHeads.ts'
import { manifest } from './manifest.ts'
import { wordVectorWeights } from './wordVectorWeights.ts'

/**
 * `npm run train` makes every file of models/ from bench/natural and two packages, the same each time: the encoder and word vectors cut down to
 * bytes, heads above the encoder, the ranker and how sure it is. On its way each domain is left out once, which says what to expect.
 */
const MODELS = join(import.meta.dirname, '../models')
/** Models that did not see a domain, by its name: what is measured on it is measured with them. */
const FOLDS = join(CACHE, 'folds')
const RANKINGS = ['en', 'en-words', 'de'] as const
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
  const under = (of: (domain: TrainingDomain) => LearntHeads | null) =>
    english.map((domain) => {
      const heads = of(domain)
      return withSignals(domain, names, heads && underHeads(heads, domain))
    })
  const learnt = {
    en: learnAndTell(
      'English',
      under(({ name }) => heads.without.get(name)!),
    ),
    'en-words': learnAndTell(
      'English, words alone',
      under(() => null),
    ),
    de: learnAndTell(
      'German',
      german.map((domain) => withSignals(domain, wordSignals('de', false), null)),
    ),
  }
  writeModels(MODELS, heads.all, (name) => learnt[name as keyof typeof learnt].whole)
  const figures = (['en', 'de'] as const).map((language) => ({
    language,
    ...leftOutFigures(learnt[language].left),
  }))
  writeFileSync(join(MODELS, 'figures.json'), `${JSON.stringify(figures)}\n`)
  writeFileSync(join(MODELS, 'manifest.json'), `${JSON.stringify(manifest(), null, 1)}\n`)
  for (const { name } of [...english, ...german])
    writeModels(join(FOLDS, name), heads.without.get(name) ?? heads.all, (ranking) => {
      const { without, whole } = learnt[ranking as keyof typeof learnt]
      return without.get(name) ?? whole
    })
}

/** Rankings of all languages and the heads, into a folder. */
function writeModels(
  folder: string,
  heads: LearntHeads,
  ranking: (name: string) => RankingModel,
): void {
  mkdirSync(folder, { recursive: true })
  writeFileSync(join(folder, 'heads-en.bin'), headsFile(heads))
  const rankings = Object.fromEntries(RANKINGS.map((name) => [name, ranking(name)]))
  writeFileSync(join(folder, 'ranking.json'), `${JSON.stringify(rankings)}\n`)
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
      const order: HeadsOrder = {
        domains: domains.filter((domain) => !left.includes(domain)),
        start,
        offsets,
        seed: SEED,
      }
      learnt[job] = await keptHeads(order, () =>
        inThread<HeadsOrder, LearntHeads>(HEADS_THREAD, order),
      )
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
  const few = domains.map((domain) => ({
    ...domain,
    words: domain.words.map((articles) =>
      articles.map((signals) => places.map((place) => signals[place]!)),
    ),
  }))
  const signalled = few.map((domain) => withSignals(domain, OFFSETS, null))
  return new Map(
    signalled.map((each) => [each.domain.name, rankedByOthers(each, signalled).of.plain.scores]),
  )
}

/** Learns a ranking, and says what came of each domain that was left out. */
function learnAndTell(name: string, domains: readonly SignalledDomain[]): LearntRanking {
  const learnt = learnRanking(domains)
  for (const variant of VARIANTS) report(`${name}, ${variant}`, learnt.left, variant)
  return learnt
}

function report(name: string, left: readonly LeftOut[], variant: Variant): void {
  const results = left.flatMap(({ domain, of }) =>
    of[variant].scores.map((each, q) => {
      const order = [...each.keys()].sort((a, b) => each[b]! - each[a]!)
      const right = domain.right[q]!
      return {
        domain: domain.name,
        id: String(q),
        isCovered: domain.covered[q]!,
        isFollowUp: false,
        first: right[order[0]!]!,
        amongThree: order.slice(0, 3).some((article) => right[article]!),
        confidence: sigmoid(of[variant].odds[q]!),
        answered: false,
        right: false,
      }
    }),
  )
  const shown = [first, amongThree, auroc, rightAtPrecision(0.9), rightAtPrecision(0.8)].map(
    (figure) => figure(results).toFixed(3),
  )
  say(`${name}, each domain left out: first ${shown.join(' · ')} (first, three, AUROC, r90, r80)`)
}

function headsFile(heads: LearntHeads): Uint8Array {
  const tensors = new Map<string, Tensor>()
  for (const name of HEADS) {
    const { weights, bias, directions } = heads[name]
    tensors.set(`${name}.weights`, {
      shape: [DIMENSIONS, DIMENSIONS],
      ...byColumns(weights, DIMENSIONS),
    })
    tensors.set(`${name}.bias`, { shape: [DIMENSIONS], data: bias })
    tensors.set(`${name}.directions`, {
      shape: [DIMENSIONS, VECTOR_WIDTH],
      ...byColumns(directions, VECTOR_WIDTH),
    })
  }
  tensors.set('none.least', { shape: [1], data: Float32Array.of(heads.none.least) })
  return writeTensors(tensors)
}

if (import.meta.filename === process.argv[1]) await main()

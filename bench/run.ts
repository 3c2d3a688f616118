import { fork } from 'node:child_process'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { ablationSuite } from './suites/ablation.ts'
import { accuracySuite } from './suites/accuracy.ts'
import type { Figure, Measured, SubjectJob } from './figure.ts'
import { writeIntoDocs } from './intoDocs.ts'
import { installPeers } from './peers/packages.ts'
import { findSuite } from './suites/find.ts'
import { gapsSuite } from './suites/gaps.ts'
import { groundSuite } from './suites/ground.ts'
import { healthSuite } from './suites/health.ts'
import { largeSuite } from './suites/large.ts'
import { logSuite } from './suites/log.ts'
import { loopSuite } from './suites/loop.ts'
import { meaningSuite } from './suites/meaning.ts'
import { naturalSuite } from './suites/natural.ts'
import { encoderFigures, sourceOf } from './suites/naturalEncoder.ts'
import { opinionFigures } from './suites/naturalOpinion.ts'
import { refuseSuite } from './suites/refuse.ts'
import { loadSuite } from './suites/load.ts'
import { replaySuite } from './suites/replay.ts'
import { routingSuite } from './suites/routing.ts'
import { speedSuite } from './suites/speed.ts'
import { talkSuite } from './suites/talk.ts'
import { factsSuite } from './suites/facts.ts'
import { taughtSuite } from './suites/taught.ts'
import { teachSuite } from './suites/teach.ts'
import { topicsSuite } from './suites/topics.ts'
import { screensSuite } from './suites/screens.ts'
import { waitSuite } from './suites/wait.ts'

/**
 * The one home of every measurement: `npm run bench [-- SUITE] [-- --json] [-- --docs]`; with --docs the figures are written into docs/engine.md.
 * `natural --language-model URL [--language-model-name NAME]` asks a language model of one's own for its second opinion,
 * `natural --encoder DIR|URL [--encoder-name NAME]` measures an encoder of one's own beside the one that ships.
 * `screens --url http://127.0.0.1:4400` measures a demo that runs already.
 * Each subject runs in a process of its own, so that none warms up or crowds another.
 */
const SUITES = {
  natural: naturalSuite,
  facts: factsSuite,
  taught: taughtSuite,
  meaning: meaningSuite,
  find: findSuite,
  refuse: refuseSuite,
  ground: groundSuite,
  teach: teachSuite,
  talk: talkSuite,
  ablation: ablationSuite,
  loop: loopSuite,
  replay: replaySuite,
  large: largeSuite,
  speed: speedSuite,
  health: healthSuite,
  accuracy: accuracySuite,
  topics: topicsSuite,
  gaps: gapsSuite,
  log: logSuite,
  wait: waitSuite,
  routing: routingSuite,
  load: loadSuite,
  screens: () => screensSuite(values.url),
}
/** Suites in which Janua is measured beside packages of others. */
const MEASURED_BESIDE_PEERS = new Set(['find', 'large', 'natural', 'speed', 'topics'])
const HEADS = [
  'suite',
  'case',
  'subject',
  'measure',
  'value',
  'interval',
  'unit',
  'n',
  'limit',
  'holds',
] as const

function run(job: SubjectJob): Promise<Measured[]> {
  return new Promise((done, failed) => {
    const child = fork(join(import.meta.dirname, 'subject.ts'), {
      execArgv: ['--import', 'tsx', '--expose-gc', '--max-old-space-size=6000'],
    })
    child.once('message', (figures) => done(figures as Measured[]))
    child.once(
      'exit',
      (code) => code !== 0 && failed(new Error(`${job.subject} ended with code ${code}`)),
    )
    child.send(job)
  })
}

function row(figure: Figure): string[] {
  const {
    suite,
    case: circumstance,
    subject,
    measure,
    value,
    low,
    high,
    unit,
    n,
    atLeast,
    atMost,
    holds,
  } = figure
  const limit = atLeast !== undefined ? `≥ ${atLeast}` : atMost !== undefined ? `≤ ${atMost}` : ''
  return [
    suite,
    circumstance,
    subject,
    measure,
    shown(value),
    low === undefined ? '' : `${shown(low)}–${shown(high!)}`,
    unit,
    String(n),
    limit,
    holds === undefined ? '' : holds ? 'yes' : 'NO',
  ]
}

function shown(value: number): string {
  return Math.abs(value) >= 100 ? value.toFixed(0) : value.toFixed(3)
}

function table(figures: Figure[]): string {
  const rows = [[...HEADS], ...figures.map(row)]
  const widths = HEADS.map((_, i) => Math.max(...rows.map((cells) => cells[i]!.length)))
  return rows
    .map((cells) =>
      cells
        .map((cell, i) => cell.padEnd(widths[i]!))
        .join('  ')
        .trimEnd(),
    )
    .join('\n')
}

const { values, positionals } = parseArgs({
  options: {
    json: { type: 'boolean', default: false },
    docs: { type: 'boolean', default: false },
    encoder: { type: 'string' },
    'encoder-name': { type: 'string', default: 'encoder' },
    'language-model': { type: 'string' },
    'language-model-name': { type: 'string', default: 'simulator' },
    url: { type: 'string' },
  },
  allowPositionals: true,
})
const wanted = positionals.length > 0 ? positionals : Object.keys(SUITES)
const unknown = wanted.find((name) => !(name in SUITES))
if (unknown) {
  process.stderr.write(
    `There is no suite “${unknown}”. Suites: ${Object.keys(SUITES).join(', ')}\n`,
  )
  process.exit(1)
}
if (wanted.some((name) => MEASURED_BESIDE_PEERS.has(name))) installPeers()
/** With models of one's own, `natural` tells what they gain instead. */
async function withModels(): Promise<Figure[]> {
  const { encoder, 'language-model': url } = values
  const { MODEL_ENCODER_KEY, LANGUAGE_MODEL_KEY } = process.env
  return [
    ...(encoder
      ? await encoderFigures(sourceOf(encoder, values['encoder-name'], MODEL_ENCODER_KEY))
      : []),
    ...(url
      ? await opinionFigures({
          url,
          model: values['language-model-name'],
          ...(LANGUAGE_MODEL_KEY && { key: LANGUAGE_MODEL_KEY }),
        })
      : []),
  ]
}
const hasModels = values.encoder !== undefined || values['language-model'] !== undefined
const suiteOf = (name: string) =>
  hasModels && name === 'natural' ? withModels : SUITES[name as keyof typeof SUITES]
const figures: Figure[] = []
for (const name of wanted)
  for (const figure of await suiteOf(name)(run)) {
    figures.push(figure)
    if (values.json) process.stdout.write(`${JSON.stringify(figure)}\n`)
  }
if (!values.json) process.stdout.write(`${table(figures)}\n`)
if (values.docs) writeIntoDocs(figures, row, HEADS)
process.exit(figures.some(({ holds }) => holds === false) ? 1 : 0)

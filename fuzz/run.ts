import { type ChildProcess, fork } from 'node:child_process'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import type { FuzzOrder, FuzzSaid } from './reader.ts'

/**
 * Changed files against every reader: `npm run fuzz [-- --files N] [-- --seed N] [-- --only pdf]`. Seeded, so that a run can be
 * repeated. Fails when a reader crashes, takes longer than HANG_MS over a file, or needs more than MOST_MB.
 */
const FORMATS = ['md', 'html', 'txt', 'csv', 'pdf', 'docx', 'xlsx']
const HANG_MS = 5_000
const MOST_MB = 512

interface Tally {
  ending: string
  files: number
  read: number
  refused: number
  unforeseen: number
  crashed: number
  hung: number
  slowestMs: number
  mostMb: number
  reasons: string[]
}

async function fuzz(order: FuzzOrder): Promise<Tally> {
  const tally: Tally = {
    ending: order.ending,
    files: 0,
    read: 0,
    refused: 0,
    unforeseen: 0,
    crashed: 0,
    hung: 0,
    slowestMs: 0,
    mostMb: 0,
    reasons: [],
  }
  for (let done = 0; done < order.files;)
    done = await untilItBreaks(
      { ...order, seed: order.seed + done, files: order.files - done },
      tally,
      done,
    )
  return tally
}

/** Runs a child to its end, or to the file that breaks it; the next child goes on behind that. */
function untilItBreaks(order: FuzzOrder, tally: Tally, before: number): Promise<number> {
  return new Promise((ended) => {
    const child: ChildProcess = fork(join(import.meta.dirname, 'reader.ts'), {
      execArgv: ['--import', 'tsx'],
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    })
    let last = -1
    let open = false
    let watch: NodeJS.Timeout | undefined
    child.on('message', (said: FuzzSaid) => {
      clearTimeout(watch)
      if (said.type === 'begins') {
        last = said.n
        open = true
        watch = setTimeout(() => {
          tally.hung++
          child.kill('SIGKILL')
        }, HANG_MS)
        return
      }
      open = false
      tally.files++
      tally[said.outcome]++
      tally.slowestMs = Math.max(tally.slowestMs, said.ms)
      tally.mostMb = Math.max(tally.mostMb, said.rss / 1024 / 1024)
      if (said.reason && tally.reasons.length < 3)
        tally.reasons.push(`seed ${order.seed + said.n}: ${said.reason}`)
    })
    child.once('exit', () => {
      clearTimeout(watch)
      if (!open) return ended(before + order.files)
      tally.files++
      if (tally.hung === 0) tally.crashed++
      ended(before + last + 1)
    })
    child.send(order)
  })
}

const { values } = parseArgs({
  options: {
    files: { type: 'string', default: '300' },
    seed: { type: 'string', default: '20261123' },
    only: { type: 'string' },
  },
})
const wanted = FORMATS.filter((ending) => !values.only || ending === values.only)
const out = (line: string) => process.stdout.write(`${line}\n`)
out('format  files  read  refused  unforeseen  crashed  hung  slowest ms  most MB')
let total = 0
let failed = false
for (const ending of wanted) {
  const tally = await fuzz({ ending, files: Number(values.files), seed: Number(values.seed) })
  total += tally.files
  failed ||= tally.crashed > 0 || tally.hung > 0 || tally.mostMb > MOST_MB
  const cells = [
    tally.files,
    tally.read,
    tally.refused,
    tally.unforeseen,
    tally.crashed,
    tally.hung,
    tally.slowestMs.toFixed(0),
    tally.mostMb.toFixed(0),
  ]
  out([ending.padEnd(6), ...cells.map(String)].join('  '))
  for (const reason of tally.reasons) out(`        ${reason}`)
}
out(
  `${total} changed files: ${failed ? 'NOT held' : 'no crash, no hang over 5 s, no memory over 512 MB'}`,
)
process.exit(failed ? 1 : 0)

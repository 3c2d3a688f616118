import { spawnSync } from 'node:child_process'
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join, relative, sep } from 'node:path'
import { Plain, say } from './say.mjs'
import { ROOT } from './setup.mjs'

const FOLDER = join(ROOT, 'data/coverage')
const RAW = join(FOLDER, 'raw')
const PAGE = join(ROOT, 'docs/tests.md')
const TABLE = /(<!-- coverage -->\n)[\s\S]*?(<!-- end -->)/
/** Parts that are measured by lines of TypeScript; what a Vue file draws is measured by nobody. */
const PARTS = ['core/src', 'contracts/src', 'server/src', 'web/src', 'visitor/src', 'cli', 'demo']

/** Has Node note which lines run. @returns the environment of processes that are to be measured */
export function measured(env) {
  rmSync(RAW, { recursive: true, force: true })
  mkdirSync(RAW, { recursive: true })
  return { ...env, NODE_V8_COVERAGE: RAW }
}

/** Tells the share of lines that ran, by part, on the console and in docs/tests.md. @throws {Plain} when nothing was measured */
export function tellCoverage() {
  dropUnmapped()
  const { status } = spawnSync(
    process.execPath,
    [
      createRequire(import.meta.url).resolve('c8/bin/c8.js'),
      'report',
      '--temp-directory',
      RAW,
      '--reports-dir',
      FOLDER,
      '--reporter',
      'json-summary',
      '--reporter',
      'html',
      '--all',
      ...PARTS.flatMap((part) => ['--include', `${part}/**/*.ts`]),
      '--exclude',
      '**/*.test.ts',
      '--exclude',
      '**/dist/**',
      '--exclude',
      '**/testing/**',
      '--exclude',
      '**/*.d.ts',
    ],
    { cwd: ROOT, stdio: ['ignore', 'ignore', 'inherit'] },
  )
  if (status !== 0) throw new Plain('The report of coverage could not be made.')
  const summary = JSON.parse(readFileSync(join(FOLDER, 'coverage-summary.json'), 'utf8'))
  const files = Object.entries(summary)
    .filter(([path]) => path !== 'total')
    .map(([path, { lines, branches }]) => ({
      path: relative(ROOT, path).split(sep).join('/'),
      lines,
      branches,
    }))
  const rows = PARTS.map((part) => {
    const own = files.filter(({ path }) => path.startsWith(`${part}/`))
    return `| ${part} | ${own.length} | ${shareOf(own, 'lines')} | ${shareOf(own, 'branches')} |`
  })
  const table = [
    '| part | files | lines run | branches run |',
    '| --- | --- | --- | --- |',
    ...rows,
  ]
  say(`\n${table.join('\n')}`)
  const page = readFileSync(PAGE, 'utf8')
  writeFileSync(
    PAGE,
    page.replace(TABLE, (_, start, end) => `${start}${table.join('\n')}\n${end}`),
  )
}

/**
 * Takes out files of TypeScript that were loaded as something else than their source map says (as CommonJS and as a module in
 * one process): their lines would be those of other code.
 */
function dropUnmapped() {
  for (const name of readdirSync(RAW)) {
    const raw = JSON.parse(readFileSync(join(RAW, name), 'utf8'))
    const maps = raw['source-map-cache'] ?? {}
    const fits = ({ url, functions }) => {
      if (!url.endsWith('.ts')) return true
      const lengths = maps[url]?.lineLengths
      const end = functions[0]?.ranges[0]?.endOffset
      const whole = lengths?.reduce((sum, length) => sum + length + 1, 0)
      return whole !== undefined && Math.abs(whole - end) <= 1
    }
    writeFileSync(join(RAW, name), JSON.stringify({ ...raw, result: raw.result.filter(fits) }))
  }
}

function shareOf(files, what) {
  const sum = (count) => files.reduce((total, file) => total + file[what][count], 0)
  return sum('total') === 0 ? '–' : `${((100 * sum('covered')) / sum('total')).toFixed(1)} %`
}

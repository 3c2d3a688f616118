import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { measured, tellCoverage } from './lib/coverage.mjs'
import { startDatabase } from './lib/database.mjs'
import { giveUp, Plain, say } from './lib/say.mjs'
import { checkNode, needPackages, needPages, needPrograms, ROOT } from './lib/setup.mjs'

const MOCHA = ['--import', 'tsx', 'node_modules/mocha/bin/mocha.js', '--no-config', '--exit']
const STEPS = {
  demo: { title: 'The demo, loaded', command: ['--import', 'tsx', 'cli/loadForTests.ts'] },
  lint: { title: 'Lint', npm: ['run', '-s', 'lint'] },
  types: { title: 'Types', npm: ['run', '-s', 'typecheck'] },
  units: {
    title: 'Units',
    command: [
      ...MOCHA,
      '--timeout',
      '60000',
      '{core,contracts,web,visitor,demo,bench,ask,scripts,simulators}/**/*.test.ts',
      'train/*.test.ts',
      '--ignore',
      '**/node_modules/**',
      '--ignore',
      '**/*.component.test.ts',
    ],
  },
  components: {
    title: 'Components',
    command: [
      '--import',
      'tsx',
      '--import',
      './web/src/testing/page.ts',
      ...MOCHA.slice(2),
      '--timeout',
      '60000',
      'web/src/**/*.component.test.ts',
    ],
  },
  services: {
    title: 'Services on MariaDB',
    // Those of cli come last: by then the demo that one of them copies is loaded.
    command: [...MOCHA, '--timeout', '60000', 'server/src/**/*.test.ts', 'cli/**/*.test.ts'],
  },
  journeys: {
    title: 'Journeys in the browser',
    command: [...MOCHA, '--timeout', '120000', 'e2e/**/*.e2e.ts'],
  },
}

/** Two cores: what needs no database runs beside what waits for one; browsers have the machine to themselves. */
const LANES = [
  [
    ['services', 'lint'],
    ['demo', 'types', 'units', 'components'],
  ],
  [['journeys']],
]

/** Sets up like a start, with a database of its own, then runs every step and adds up the totals. */
async function main() {
  checkNode()
  const { values } = parseArgs({
    options: {
      only: { type: 'string', multiple: true, default: [] },
      grep: { type: 'string' },
      coverage: { type: 'boolean', default: false },
    },
  })
  const unknown = values.only.find((name) => !STEPS[name])
  if (unknown)
    throw new Plain(`There is no step “${unknown}”. Steps: ${Object.keys(STEPS).join(', ')}`)
  needPrograms(
    ['mariadbd', 'mariadb-install-db', 'chromium', 'chromedriver'],
    ['mariadb-server-core', 'mariadb-client-core', 'chromium', 'chromium-driver'],
  )
  needPackages()
  needPages()
  const { address, stop } = await startDatabase(join(ROOT, '.test-data'), [
    'janua_test',
    'janua_journeys',
    'janua_template',
  ])
  const own = { ...process.env, JANUA_TEST_DB: JSON.stringify(address) }
  const env = values.coverage ? measured(own) : own
  const totals = { passed: 0, failed: 0 }
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.once(signal, () => void stop().then(() => process.exit(130)))
  try {
    const wanted = (name) => values.only.length === 0 || values.only.includes(name)
    for (const lanes of LANES)
      await Promise.all(
        lanes.map(async (names, lane) => {
          for (const name of names.filter(wanted))
            await runStep(STEPS[name], {
              env,
              totals,
              grep: values.grep,
              isLive: lane === 0 || values.only.length > 0,
            })
        }),
      )
  } finally {
    await stop()
  }
  if (values.coverage) tellCoverage()
  say(`\n${totals.passed} passed, ${totals.failed} failed`)
  process.exit(totals.failed > 0 || totals.passed === 0 ? 1 : 0)
}

/**
 * A step without tests of its own counts as one: passed or failed.
 * @param isLive what it says is shown as it comes, and not when it has ended
 */
async function runStep({ title, command, npm }, { env, totals, grep, isLive }) {
  if (isLive) say(`\n== ${title}`)
  const began = Date.now()
  const mocha = command?.some((part) => part.includes('mocha'))
  const child = npm
    ? spawn('npm', npm, { cwd: ROOT, env, stdio: ['ignore', 'pipe', 'inherit'] })
    : spawn(process.execPath, [...command, ...(mocha && grep ? ['--grep', grep] : [])], {
        cwd: ROOT,
        env,
        stdio: ['ignore', 'pipe', 'inherit'],
      })
  let output = ''
  child.stdout.on('data', (bytes) => {
    output += bytes
    if (isLive) process.stdout.write(bytes)
  })
  const code = await new Promise((done) => child.once('exit', (status) => done(status ?? 1)))
  if (!isLive) say(`\n== ${title}\n${output}`)
  const passed = mocha ? Number(/(\d+) passing/.exec(output)?.[1] ?? 0) : code === 0 ? 1 : 0
  const failed = mocha ? Number(/(\d+) failing/.exec(output)?.[1] ?? 0) : code === 0 ? 0 : 1
  totals.passed += passed
  totals.failed += failed === 0 && code !== 0 ? 1 : failed
  say(
    `   ${title}: ${code === 0 ? 'right' : 'WRONG'}, ${((Date.now() - began) / 1000).toFixed(0)} s`,
  )
}

main().catch(giveUp)

import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { startDatabase } from './lib/database.mjs'
import { giveUp, Plain, say } from './lib/say.mjs'
import { checkNode, needPackages, needPages, needPrograms, ROOT } from './lib/setup.mjs'

const MOCHA = ['--import', 'tsx', 'node_modules/mocha/bin/mocha.js', '--no-config', '--exit']
const STEPS = {
  lint: { title: 'Lint', npm: ['run', '-s', 'lint'] },
  types: { title: 'Types', npm: ['run', '-s', 'typecheck'] },
  units: {
    title: 'Units',
    command: [
      ...MOCHA,
      '--timeout',
      '20000',
      '{core,web,visitor,demo,bench,ask,scripts}/**/*.test.ts',
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
      '20000',
      'web/src/**/*.component.test.ts',
    ],
  },
  services: {
    title: 'Services on MariaDB',
    command: [...MOCHA, '--timeout', '60000', '{server/src,cli}/**/*.test.ts'],
  },
  journeys: {
    title: 'Journeys in the browser',
    command: [...MOCHA, '--timeout', '120000', 'e2e/**/*.e2e.ts'],
  },
}

/** Sets up like a start, with a database of its own, then runs every step and adds up the totals. */
async function main() {
  checkNode()
  const { values } = parseArgs({
    options: { only: { type: 'string', multiple: true, default: [] }, grep: { type: 'string' } },
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
  const env = { ...process.env, JANUA_TEST_DB: JSON.stringify(address) }
  const totals = { passed: 0, failed: 0 }
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.once(signal, () => void stop().then(() => process.exit(130)))
  try {
    for (const [name, step] of Object.entries(STEPS))
      if (values.only.length === 0 || values.only.includes(name))
        await runStep(step, env, totals, values.grep)
  } finally {
    await stop()
  }
  say(`\n${totals.passed} passed, ${totals.failed} failed`)
  process.exit(totals.failed > 0 || totals.passed === 0 ? 1 : 0)
}

/** A step without tests of its own counts as one: passed or failed. */
async function runStep({ title, command, npm }, env, totals, grep) {
  say(`\n== ${title}`)
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
    process.stdout.write(bytes)
  })
  const code = await new Promise((done) => child.once('exit', (status) => done(status ?? 1)))
  const passed = mocha ? Number(/(\d+) passing/.exec(output)?.[1] ?? 0) : code === 0 ? 1 : 0
  const failed = mocha ? Number(/(\d+) failing/.exec(output)?.[1] ?? 0) : code === 0 ? 0 : 1
  totals.passed += passed
  totals.failed += failed === 0 && code !== 0 ? 1 : failed
  say(
    `   ${title}: ${code === 0 ? 'right' : 'WRONG'}, ${((Date.now() - began) / 1000).toFixed(0)} s`,
  )
}

main().catch(giveUp)

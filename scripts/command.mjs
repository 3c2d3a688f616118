import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { COMPILED, needServerCode } from './lib/compile.mjs'
import { attachDatabase } from './lib/database.mjs'
import { giveUp, Plain, say } from './lib/say.mjs'
import { checkNode, needPackages, needPrograms, ROOT } from './lib/setup.mjs'

const HELP = {
  recover: `Makes a one-time link for a lead who cannot sign in any more.

  npm run recover -- --mail ADDRESS [--data DIR]
`,
  backup: `Writes the whole of Janua, database and files, into a new folder. It can run while Janua serves.

  npm run backup -- [--to DIR] [--data DIR]
`,
  restore: `Fills a new data folder from a backup.

  npm run restore -- --from DIR --data DIR
`,
}

/** Commands for who runs the server: they work on the database of a data folder, whether Janua serves from it or not. */
async function main() {
  checkNode()
  const [name, ...rest] = process.argv.slice(2)
  if (!HELP[name]) throw new Plain(`There is no command “${name ?? ''}”.`)
  let options
  try {
    options = parseArgs({
      args: rest,
      options: {
        data: { type: 'string', default: join(ROOT, 'data') },
        mail: { type: 'string' },
        to: { type: 'string' },
        from: { type: 'string' },
        help: { type: 'boolean', default: false },
      },
    }).values
  } catch (cause) {
    throw new Plain(`${cause.message.split('\n')[0]}\n\n${HELP[name]}`)
  }
  if (options.help) return say(HELP[name])
  if ((name === 'recover' && !options.mail) || (name === 'restore' && !options.from))
    throw new Plain(HELP[name])
  const data = resolve(options.data)
  if (name === 'restore' && existsSync(join(data, 'mariadb')))
    throw new Plain(
      `There is a database in ${data} already, and nothing of it is overwritten. Choose another folder: --data DIR`,
    )
  if (name !== 'restore' && !existsSync(join(data, 'mariadb')))
    throw new Plain(`There is no database in ${data}.`)
  needPrograms(['mariadbd', 'mariadb-install-db'], ['mariadb-server-core', 'mariadb-client-core'])
  needPackages()
  const { address, release } = await attachDatabase(data, ['janua'])
  try {
    const code = await run(name, {
      database: { ...address, name: 'janua' },
      files: join(data, 'files'),
      mail: options.mail,
      to: resolve(options.to ?? join(data, 'backups', stamp())),
      from: options.from && resolve(options.from),
    })
    process.exitCode = code
  } finally {
    await release()
  }
}

async function run(name, settings) {
  await needServerCode()
  const child = spawn(process.execPath, [...COMPILED, join(ROOT, `cli/dist/${name}.js`)], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, JANUA_COMMAND: JSON.stringify(settings) },
  })
  return new Promise((done) => child.once('exit', (code) => done(code ?? 1)))
}

const stamp = () => new Date().toISOString().slice(0, 19).replaceAll(':', '-')

main().catch(giveUp)

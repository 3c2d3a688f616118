import { createReadStream, createWriteStream } from 'node:fs'
import { cp, mkdir, readdir, readFile, stat, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import { QueryTypes, type Sequelize, Transaction } from 'sequelize'
import { Settings } from '../../platform/settings.ts'
import { migrate, STEPS } from '../../platform/database/migrate.ts'
import { LAST_BACKUP } from './service.ts'

const FORMAT = 'janua backup'
const VERSION = 1
const AT_ONCE = 500
/** Sessions end with a backup, and its steps are taken by the restore. */
const LEFT_OUT: ReadonlySet<string> = new Set(['sessions', 'migrations'])

interface Manifest {
  format: string
  version: number
  madeAt: string
  /** Steps of the schema that the rows are of. */
  steps: string[]
  rows: number
}
type Line = { table: string; rows: Record<string, unknown>[] }
export interface BackedUp {
  rows: number
  copied: number
}

/**
 * Writes all rows, as they are at one moment, and all files into a new folder. Janua may serve meanwhile: the rows are of one snapshot, and
 * files are only ever added.
 * @throws when the folder is not empty, or the disk is full; a backup without its manifest is none
 */
export async function writeBackup(db: Sequelize, files: string, to: string): Promise<BackedUp> {
  await mkdir(to, { recursive: true, mode: 0o700 })
  if ((await readdir(to)).length > 0) throw new Error(`${to} is not empty. Choose another folder.`)
  const madeAt = new Date().toISOString()
  const rows = await writeRows(db, join(to, 'database.jsonl.gz'))
  const copied = await copyFiles(files, join(to, 'files'))
  const steps = await takenSteps(db)
  const manifest: Manifest = { format: FORMAT, version: VERSION, madeAt, steps, rows }
  await writeFile(join(to, 'manifest.json'), `${JSON.stringify(manifest, null, 2)}\n`, {
    mode: 0o600,
  })
  await new Settings(db).write(LAST_BACKUP, { at: madeAt, bytes: await sizeOf(to) })
  return { rows, copied }
}

/**
 * Fills an empty database and files folder from a backup, in the schema that it was made in; then takes the steps that came since.
 * @throws when the folder holds no whole backup, or was made by a newer Janua
 */
export async function readBackup(db: Sequelize, files: string, from: string): Promise<BackedUp> {
  const manifest = await manifestOf(from)
  const unknown = manifest.steps.find((step) => !STEPS[step])
  if (unknown)
    throw new Error(`This backup was made by a newer Janua (its schema has the step “${unknown}”).`)
  await migrate(db, manifest.steps.at(-1))
  const rows = await restoreRows(db, join(from, 'database.jsonl.gz'))
  if (rows !== manifest.rows)
    throw new Error(`The backup is not whole: ${rows} of ${manifest.rows} rows were found.`)
  const copied = await copyFiles(join(from, 'files'), files)
  await migrate(db)
  return { rows, copied }
}

async function manifestOf(from: string): Promise<Manifest> {
  const text = await readFile(join(from, 'manifest.json'), 'utf8').catch(() => {
    throw new Error(`${from} holds no whole backup: its manifest.json is missing.`)
  })
  const manifest = JSON.parse(text) as Manifest
  if (manifest.format !== FORMAT || manifest.version !== VERSION)
    throw new Error(`${from} holds no backup that this version of Janua reads.`)
  return manifest
}

async function writeRows(db: Sequelize, path: string): Promise<number> {
  let count = 0
  async function* lines(transaction: Transaction) {
    for (const table of await tablesOf(db)) {
      const keys = await primaryKeyOf(db, table)
      for (let from = 0; ; from += AT_ONCE) {
        const rows = await db.query<Record<string, unknown>>(
          `SELECT * FROM \`${table}\` ORDER BY ${keys.map((key) => `\`${key}\``).join(', ')} LIMIT ${AT_ONCE} OFFSET ${from}`,
          { type: QueryTypes.SELECT, transaction },
        )
        if (rows.length === 0) break
        count += rows.length
        const line: Line = { table, rows: rows.map(packedRow) }
        yield `${JSON.stringify(line)}\n`
        if (rows.length < AT_ONCE) break
      }
    }
  }
  await db.transaction(
    { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ },
    (transaction) =>
      pipeline(lines(transaction), createGzip(), createWriteStream(path, { mode: 0o600 })),
  )
  return count
}

async function restoreRows(db: Sequelize, path: string): Promise<number> {
  let count = 0
  await db.transaction(async (transaction) => {
    await db.query('SET FOREIGN_KEY_CHECKS = 0', { transaction })
    for await (const line of linesOf(path)) {
      const { table, rows } = JSON.parse(line) as Line
      const columns = Object.keys(rows[0]!)
      const values = rows.map((row) => columns.map((column) => unpacked(row[column])))
      await db.query(
        `INSERT INTO \`${table}\` (${columns.map((column) => `\`${column}\``).join(', ')}) VALUES ${values.map(() => '(?)').join(', ')}`,
        { replacements: values, transaction },
      )
      count += rows.length
    }
    await db.query('SET FOREIGN_KEY_CHECKS = 1', { transaction })
  })
  return count
}

/**
 * The lines of a packed file. Not by readline: it loses lines that come before it is listened to, and errors of what it reads.
 * @throws when the file is missing, cut or not packed
 */
async function* linesOf(path: string): AsyncGenerator<string> {
  const text = createGunzip().setEncoding('utf8')
  // A failure ends the text as well, and is thrown where it is read.
  pipeline(createReadStream(path), text).catch(() => undefined)
  let rest = ''
  for await (const chunk of text as AsyncIterable<string>) {
    const lines = (rest + chunk).split('\n')
    rest = lines.pop()!
    yield* lines
  }
  if (rest !== '') yield rest
}

/** Moments and bytes do not survive JSON as they are. */
function packedRow(row: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(row).map(([key, value]) => {
      if (value instanceof Date) return [key, { $date: value.toISOString() }]
      if (Buffer.isBuffer(value)) return [key, { $bytes: value.toString('base64') }]
      if (value !== null && typeof value === 'object') return [key, JSON.stringify(value)]
      return [key, value]
    }),
  )
}

function unpacked(value: unknown): unknown {
  if (value === null || typeof value !== 'object') return value
  const { $date, $bytes } = value as { $date?: string; $bytes?: string }
  if ($date !== undefined) return new Date($date)
  return $bytes === undefined ? value : Buffer.from($bytes, 'base64')
}

async function tablesOf(db: Sequelize): Promise<string[]> {
  const rows = await db.query<{ name: string }>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE' ORDER BY 1",
    { type: QueryTypes.SELECT },
  )
  return rows.map(({ name }) => name).filter((name) => !LEFT_OUT.has(name))
}

async function primaryKeyOf(db: Sequelize, table: string): Promise<string[]> {
  const rows = await db.query<{ name: string }>(
    "SELECT column_name AS name FROM information_schema.key_column_usage WHERE table_schema = DATABASE() AND table_name = :table AND constraint_name = 'PRIMARY' ORDER BY ordinal_position",
    { replacements: { table }, type: QueryTypes.SELECT },
  )
  return rows.map(({ name }) => name)
}

async function takenSteps(db: Sequelize): Promise<string[]> {
  const rows = await db.query<{ name: string }>('SELECT name FROM migrations ORDER BY name', {
    type: QueryTypes.SELECT,
  })
  return rows.map(({ name }) => name)
}

async function sizeOf(folder: string): Promise<number> {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true })
  const sizes = entries
    .filter((entry) => entry.isFile())
    .map(async ({ parentPath, name }) => (await stat(join(parentPath, name))).size)
  return (await Promise.all(sizes)).reduce((sum, size) => sum + size, 0)
}

async function copyFiles(from: string, to: string): Promise<number> {
  await mkdir(from, { recursive: true })
  await cp(from, to, { recursive: true, force: false, filter: (path) => !path.endsWith('.new') })
  const names = await readdir(to, { recursive: true, withFileTypes: true })
  return names.filter((each) => each.isFile()).length
}

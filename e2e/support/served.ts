import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

interface Served {
  url: string
  pid: number
  /** The page of the mail stand-in; empty without one. */
  mailPage: string
  stop(): Promise<void>
}

/** The files of every house of this run: a copy of the demo's database refers to those that its template has put there. */
export const FILES = mkdtempSync(join(tmpdir(), 'janua-files-'))
process.once('exit', () => rmSync(FILES, { recursive: true, force: true }))

interface ServeOptions {
  database: object
  seed: 'demo' | 'empty'
  today: string | null
  port?: number
}

/** Starts Janua's own server process, as `npm start` does, on a database that is already there. */
export async function serve({ database, seed, today, port = 0 }: ServeOptions): Promise<Served> {
  const { startServer, startStandIns } = (await import(
    '../../scripts/lib/serve.mjs' as string
  )) as {
    startServer(
      options: object,
    ): Promise<{ port: number; inbox: number; pid: number; stop(): Promise<void> }>
    startStandIns(): Promise<{
      resolve: Record<string, string>
      languageModel: string
      mail: string
      mailPage: string
      inboxAt(port: number): void
      stop(): Promise<void>
    }>
  }
  const folder = mkdtempSync(join(tmpdir(), 'janua-served-'))
  const standIns = seed === 'demo' ? await startStandIns() : undefined
  const server = await startServer({
    folder,
    database,
    port,
    seed,
    today,
    files: FILES,
    sessionSecret: 'for journeys and pictures only',
    resolve: standIns?.resolve,
    languageModel: standIns?.languageModel,
    mail: standIns?.mail,
    told: () => undefined,
  })
  standIns?.inboxAt(server.inbox)
  return {
    url: `http://127.0.0.1:${server.port}`,
    pid: server.pid,
    mailPage: standIns?.mailPage ?? '',
    async stop() {
      await server.stop()
      await standIns?.stop()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

/** The demo on a database of its own in a folder that is thrown away: for pictures. */
export async function serveDemo(today: string): Promise<Served> {
  const { startDatabase } = (await import('../../scripts/lib/database.mjs' as string)) as {
    startDatabase(
      folder: string,
      names: string[],
    ): Promise<{ address: object; stop(): Promise<void> }>
  }
  const folder = mkdtempSync(join(tmpdir(), 'janua-pictures-'))
  const database = await startDatabase(folder, ['janua'])
  const served = await serve({
    database: { ...database.address, name: 'janua' },
    seed: 'demo',
    today,
  })
  return {
    ...served,
    async stop() {
      await served.stop()
      await database.stop()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

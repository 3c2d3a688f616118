import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

interface Served {
  url: string
  pid: number
  /** The page of the mail simulator; empty without one. */
  mailPage: string
  stop(): Promise<void>
}

/** The files of every app of this run: a copy of the demo's database refers to those that its template has put there. */
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
  const { startServer, startSimulators } = (await import(
    '../../scripts/lib/serve.mjs' as string
  )) as {
    startServer(options: object): Promise<{
      port: number
      inbox: number
      pid: number
      stop(signal?: NodeJS.Signals): Promise<void>
    }>
    startSimulators(): Promise<{
      resolve: Record<string, string>
      languageModel: string
      mail: string
      mailPage: string
      inboxAt(port: number): void
      stop(): Promise<void>
    }>
  }
  const folder = mkdtempSync(join(tmpdir(), 'janua-served-'))
  const simulators = seed === 'demo' ? await startSimulators() : undefined
  const server = await startServer({
    folder,
    database,
    port,
    seed,
    today,
    files: FILES,
    sessionSecret: 'for journeys and pictures only',
    resolve: simulators?.resolve,
    languageModel: simulators?.languageModel,
    mail: simulators?.mail,
    told: () => undefined,
  })
  simulators?.inboxAt(server.inbox)
  return {
    url: `http://127.0.0.1:${server.port}`,
    pid: server.pid,
    mailPage: simulators?.mailPage ?? '',
    async stop() {
      // What was stored is of no use to anybody any more: no job of the server's is waited for.
      await server.stop('SIGKILL')
      await simulators?.stop()
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

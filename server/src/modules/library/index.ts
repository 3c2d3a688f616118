import { job } from '../../platform/jobs/job.ts'
import type { Platform } from '../../platform/module.ts'
import { viewsOf } from '../../platform/database/view.ts'
import { Articles } from './articles.ts'
import { Documents } from './documents.ts'
import { Exporter } from './exporter.ts'
import { FileLinks } from './fileLinks.ts'
import { Files } from './files.ts'
import { Links } from './health/links.ts'
import { healthRoutes } from './health/routes.ts'
import { HealthCheck } from './health/service.ts'
import { healthTables } from './health/tables.ts'
import { Importer } from './importer.ts'
import { ItemUse } from './itemUse.ts'
import { libraryRoutes } from './routes.ts'
import type { Outside } from './sites/fetching.ts'
import { AllowedHosts } from './sites/hosts.ts'
import { siteRoutes } from './sites/routes.ts'
import { Sites } from './sites/service.ts'
import { siteTables } from './sites/tables.ts'
import { libraryTables } from './tables.ts'
import { Versions } from './versions.ts'
import { Vocabulary } from './vocabulary.ts'
import { WaysToAsk } from './waysToAsk.ts'
import type { Audit, Names } from '../accounts/index.ts'
import type { EngineHost } from '../answering/index.ts'
import type { Draft, Intake, LivePointer, ReleaseViews } from '../releases/index.ts'

export type { Articles } from './articles.ts'
export type { FileLinks } from './fileLinks.ts'
export type { Files } from './files.ts'
export { readFolder } from './folder.ts'
export { delimiterOf, readCsv } from './readers/csv.ts'
export { decode, Unreadable } from './readers/text.ts'
export { type Outside, REAL_WORLD } from './sites/fetching.ts'
export { withTeams } from './storable.ts'
export type { LibraryViews } from './tables.ts'
export { receive, throwAway, type Upload } from './upload.ts'

interface Ports extends Pick<Platform, 'db' | 'settings' | 'clock' | 'store' | 'secret'> {
  read: ReleaseViews
  users: Names
  audit: Audit
  draft: Draft
  live: LivePointer
  intake: Intake
  engine: EngineHost
  outside: Outside
}

/** What the assistant answers from: articles, documents, words, sites and files, and how well they are kept. */
export function createLibrary(ports: Ports) {
  const { db, settings, clock, store, secret, users, audit, draft, live, engine } = ports
  const own = libraryTables(db)
  const tables = { ...own, ...siteTables(db), ...healthTables(db) }
  const all = { ...ports, tables }
  const nearestPart = (item: number, question: string) => engine.nearestPart(item, question)
  const articles = new Articles({ db, draft, live, users, clock, nearestPart })
  const documents = new Documents({ draft, live, users })
  const glossary = new Vocabulary('glossary', all)
  const smallTalk = new Vocabulary('smallTalk', all)
  const files = new Files({ tables, store, clock })
  const importer = new Importer({ ...all, files })
  const exporter = new Exporter({ ...all, files })
  const hosts = new AllowedHosts({ settings, audit })
  const sites = new Sites({ ...all, hosts })
  const links = new Links({ ...all, hosts })
  const health = new HealthCheck({ ...all, links })
  const itemUse = new ItemUse(all)
  const versions = new Versions(all)
  const waysToAsk = new WaysToAsk(all)
  return {
    articles,
    documents,
    glossary,
    smallTalk,
    files,
    fileLinks: new FileLinks({ secret, clock }),
    importer,
    exporter,
    hosts,
    sites,
    links,
    health,
    itemUse,
    versions,
    waysToAsk,
    read: viewsOf(own),
    routes: [
      ...libraryRoutes({
        articles,
        documents,
        glossary,
        smallTalk,
        importer,
        exporter,
        itemUse,
        versions,
        waysToAsk,
        files,
      }),
      ...siteRoutes(sites, hosts),
      ...healthRoutes(health, links),
    ],
    jobs: [
      job('sites', 'Reads sites again', 600, () => sites.tick()),
      job('links', 'Looks for dead links', 600, () => links.tick()),
    ],
    async close() {
      await importer.close()
      await sites.close()
    },
  }
}

export type LibraryModule = ReturnType<typeof createLibrary>

import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { GlossaryContent, ItemKind, SheetKind } from '@janua/contracts'
import { type ContentItem, STARTER_SMALL_TALK } from '@janua/core'
import type { Actor } from '../server/src/modules/accounts/audit.ts'
import type { OpenJanua } from './allTables.ts'
import { contentItem } from '../server/src/modules/answering/contentItem.ts'
import { storable } from '../server/src/modules/library/storable.ts'
import { guessMapping } from '../server/src/modules/library/readers/columns.ts'
import { readFile } from '../server/src/modules/library/readers/read.ts'
import type { Read } from '../server/src/modules/library/readers/readFile.ts'
import { takeRows } from '../server/src/modules/library/readers/rows.ts'
import { CHECKOUT } from '../server/src/platform/checkout.ts'
import { readPage } from '../server/src/modules/library/sites/page.ts'
import { demoArticles } from './content.ts'
import { sourceNameOfRow } from '../server/src/modules/library/sourceNames.ts'
import type { Incoming } from '../server/src/modules/releases/intake.ts'

const FOLDER = join(CHECKOUT, 'demo/documents')
const PAGES = join(CHECKOUT, 'simulators/site/pages/help')
const COLLECTIONS: Record<string, string> = {
  'conditions-of-carriage.pdf': 'Terms',
  'timetable-leaflet.pdf': 'Timetable',
  'accessibility-guide.docx': 'Assistance',
  'fares.xlsx': 'Fares',
}

/** Everything but articles that the demo's lead brought in: read by the readers that leads use. */
export async function seedDocuments(janua: OpenJanua, lead: Actor): Promise<void> {
  for (const name of readdirSync(FOLDER)
    .filter((each) => /\.(pdf|docx|xlsx|csv)$/.test(each))
    .sort()) {
    const bytes = readFileSync(join(FOLDER, name))
    const incoming = await incomingOf(janua, name, bytes, await readFile(name, bytes))
    await janua.db.transaction((transaction) =>
      janua.releases.intake.take(lead, incoming, transaction),
    )
  }
}

export async function seedSmallTalk(janua: OpenJanua, lead: Actor): Promise<void> {
  const incoming = STARTER_SMALL_TALK.map((content): Incoming => ({
    kind: 'smallTalk',
    content: storable('smallTalk', content),
    sourceName: null,
    ready: true,
  }))
  await janua.db.transaction((transaction) =>
    janua.releases.intake.take(lead, incoming, transaction),
  )
}

/** The company's own site, read and taken over as a lead would. */
export async function seedSite(janua: OpenJanua, lead: Actor, address: string): Promise<void> {
  await janua.library.hosts.write(lead, [new URL(address).host])
  const { id } = await janua.library.sites.add(lead, {
    address,
    collection: 'Web site',
    pageLimit: 50,
    everyDays: 7,
  })
  await janua.library.sites.start(id)
  await janua.library.sites.finished(id)
  const { reading } = await janua.library.sites.read(id)
  await janua.library.sites.takeOver(
    lead,
    id,
    reading!.pages.map((page) => page.address),
  )
}

/** The demo's whole library as the engine takes it, for tests and benches that need no database. */
export async function demoLibrary(): Promise<ContentItem[]> {
  const found: { kind: ItemKind; content: unknown }[] = demoArticles().map(
    ({ slug: _slug, ...content }) => ({ kind: 'article', content }),
  )
  for (const name of readdirSync(FOLDER)
    .filter((each) => /\.(pdf|docx|xlsx|csv)$/.test(each))
    .sort()) {
    const read = await readFile(name, readFileSync(join(FOLDER, name)))
    found.push(
      ...(read.as === 'sheets' ? rowsOf(name, read) : [read]).filter(
        ({ kind }) => kind !== 'glossary',
      ),
    )
  }
  for (const name of readdirSync(PAGES)
    .filter((each) => each.endsWith('.html'))
    .sort())
    found.push({
      kind: 'document',
      content: readPage(
        `http://www.merrowline.example/help/${name}`,
        readFileSync(join(PAGES, name)),
        'Web site',
      ).content,
    })
  return found.map(({ kind, content }, i) =>
    contentItem(kind, { id: i + 1, itemId: i + 1, content }),
  )
}

/** The demo's glossary, for benches that need no database. */
export async function demoGlossary(): Promise<GlossaryContent[]> {
  const read = await readFile('glossary.csv', readFileSync(join(FOLDER, 'glossary.csv')))
  return rowsOf('glossary.csv', read).map(({ content }) => content as GlossaryContent)
}

async function incomingOf(
  janua: OpenJanua,
  name: string,
  bytes: Buffer,
  read: Read,
): Promise<Incoming[]> {
  const collection = COLLECTIONS[name] ?? ''
  if (read.as === 'sheets')
    return rowsOf(name, read).map(({ kind, content, key }): Incoming => ({
      kind,
      content: storable(kind, kind === 'document' ? { ...content, collection } : content),
      sourceName: sourceNameOfRow(name, '', key),
      ready: true,
    }))
  const file = await janua.library.files.keep({ name, type: read.original!, bytes })
  return [
    {
      kind: read.kind,
      content: storable(read.kind, { ...read.content, collection, file }),
      sourceName: name,
      ready: true,
    },
  ]
}

function rowsOf(name: string, read: Read): ReturnType<typeof takeRows>['items'] {
  if (read.as !== 'sheets') return []
  return read.sheets.flatMap((sheet) => {
    const guess = guessMapping(sheet.rows)
    const { items, faults } = takeRows(
      sheet,
      guess.as === 'article' ? { ...guess, as: 'fixed' satisfies SheetKind } : guess,
      name,
    )
    if (faults.length > 0) throw new Error(`${name}: ${JSON.stringify(faults)}`)
    return items
  })
}

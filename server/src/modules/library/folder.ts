import type { ArticleContent, DocumentContent, GlossaryContent } from '@janua/contracts'
import type { ContentItem } from '@janua/core'
import { readdirSync, statSync } from 'node:fs'
import { basename, join, relative, sep } from 'node:path'
import { guessMapping } from './readers/columns.ts'
import type { ArrivedFile, Said } from './readers/protocol.ts'
import { endingOf, READABLE } from './readers/read.ts'
import type { ReadFile, ReadSheet } from './readers/readFile.ts'
import { readInThread } from './readers/reading.ts'
import { takeRows } from './readers/rows.ts'
import { contentItem } from '../answering/index.ts'

/** What a folder holds, read as an import reads it. */
export interface Folder {
  items: ContentItem[]
  /** The file that an item came from, by its id. */
  files: Map<number, string>
  glossary: GlossaryContent[]
  refused: { file: string; reason: string }[]
}

/** Reads every file of a folder that Janua can read, in the order of their names. */
export async function readFolder(folder: string): Promise<Folder> {
  const found: { file: string; read: Pick<ReadFile, 'kind' | 'content'> }[] = []
  const refused: Folder['refused'] = []
  const add = (file: string, read: Pick<ReadFile, 'kind' | 'content'>) => found.push({ file, read })
  await readInThread(filesIn(folder), (said: Said) => {
    if (said.type === 'refused') refused.push({ file: said.file, reason: said.reason })
    if (said.type === 'item') add(said.file, said.item)
    if (said.type === 'package')
      for (const item of said.items) add(`${said.file} › ${item.name}`, item)
    if (said.type === 'sheets')
      for (const sheet of said.sheets)
        for (const item of rowsOf(sheet, said.file)) add(said.file, item)
  }).ended
  const files = new Map<number, string>()
  const items: ContentItem[] = []
  const glossary: GlossaryContent[] = []
  for (const { file, read } of found) {
    if (read.kind === 'glossary') glossary.push(read.content as GlossaryContent)
    if (read.kind !== 'article' && read.kind !== 'fixed' && read.kind !== 'document') continue
    const id = items.length + 1
    files.set(id, file)
    items.push(
      contentItem(read.kind, {
        id,
        itemId: id,
        content: read.content as ArticleContent | DocumentContent,
      }),
    )
  }
  return { items, files, glossary, refused }
}

function rowsOf(sheet: ReadSheet, file: string): Pick<ReadFile, 'kind' | 'content'>[] {
  return takeRows(sheet, guessMapping(sheet.rows), basename(file)).items
}

function filesIn(folder: string): ArrivedFile[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter(
      (entry) =>
        entry.isFile() && READABLE.includes(endingOf(entry.name)) && !entry.name.startsWith('.'),
    )
    .map((entry) => join(entry.parentPath, entry.name))
    .sort()
    .map((path) => ({
      name: relative(folder, path).split(sep).join('/'),
      path,
      size: statSync(path).size,
    }))
}

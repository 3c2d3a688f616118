import { GUIDE_PAGES, type GuideName, type GuidePage, type GuideSection } from '@janua/contracts'
import { readBlocks } from '@janua/core'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { CHECKOUT } from '../../platform/checkout.ts'

const FOLDER = join(CHECKOUT, 'docs/guide')
/** The page of the app that a section is about stands behind its heading. */
const HEADING = /^## (?<title>.+?)(?: <!-- page: (?<page>\S+) -->)?$/
const read = new Map<string, Promise<GuidePage[]>>()

/** @param language that there is a folder of the guide for */
export function guideIn(language: string): Promise<GuidePage[]> {
  const kept = read.get(language)
  if (kept) return kept
  const fresh = Promise.all(
    GUIDE_PAGES.map(async (name) =>
      guidePage(name, await readFile(join(FOLDER, language, `${name}.md`), 'utf8')),
    ),
  )
  read.set(language, fresh)
  // What could not be read is tried again by the next who asks.
  fresh.catch(() => read.delete(language))
  return fresh
}

/** A page of the guide from its Markdown: a title, an introduction, and sections below headings of the second level. */
export function guidePage(name: GuideName, source: string): GuidePage {
  const [head = '', ...parts] = source.split(/^(?=## )/m)
  const [title = '', ...introduction] = head.trim().split('\n')
  return {
    name,
    title: title.replace(/^# /, ''),
    blocks: readBlocks(introduction.join('\n')),
    sections: parts.map(section),
  }
}

function section(source: string): GuideSection {
  const [heading = '', ...text] = source.split('\n')
  const { title = heading, page = null } = HEADING.exec(heading)?.groups ?? {}
  return { title, page, blocks: readBlocks(text.join('\n')) }
}

import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { basename, join, relative } from 'node:path'
import { readFile, Unreadable } from '../../server/src/modules/library/readers/read.ts'
import type { ArticleContent } from '@janua/contracts'
import { guessLanguage } from '@janua/core'
import { type Section, sectionsOf } from './sections.ts'

/** Manuals that Debian ships and that nobody here wrote. Read where they are installed; never committed. */
interface Manual {
  /** The package that holds it. */
  debian: string
  language: 'en' | 'de'
  folder: string
  takes: RegExp
}

const NO_INDEX =
  '(?!.*(?:developers-reference|genindex|index-|bookindex|py-modindex|search|contents|copyright|license|toc))'
const MANUALS = {
  'python faq': {
    debian: 'python3-doc',
    language: 'en',
    folder: '/usr/share/doc/python3/html/faq',
    takes: /^(?!index).*\.html$/,
  },
  python: {
    debian: 'python3-doc',
    language: 'en',
    folder: '/usr/share/doc/python3/html',
    takes: new RegExp(`^${NO_INDEX}.*\\.html$`),
  },
  git: { debian: 'git-doc', language: 'en', folder: '/usr/share/doc/git-doc', takes: /\.html$/ },
  'git faq': {
    debian: 'git-doc',
    language: 'en',
    folder: '/usr/share/doc/git-doc',
    takes: /^gitfaq\.html$/,
  },
  'reference en': {
    debian: 'debian-reference-en',
    language: 'en',
    folder: '/usr/share/debian-reference',
    takes: /^(ch|ap|pr).*\.en\.html$/,
  },
  'reference de': {
    debian: 'debian-reference-de',
    language: 'de',
    folder: '/usr/share/debian-reference',
    takes: /^(ch|ap|pr).*\.de\.html$/,
  },
  'developers de': {
    debian: 'developers-reference-de',
    language: 'de',
    folder: '/usr/share/developers-reference/de',
    takes: new RegExp(`^${NO_INDEX}(?!index).*\\.html$`),
  },
  postgresql: {
    debian: 'postgresql-doc-15',
    language: 'en',
    folder: '/usr/share/doc/postgresql-doc-15/html',
    takes: new RegExp(`^${NO_INDEX}.*\\.html$`),
  },
  apache: {
    debian: 'apache2-doc',
    language: 'en',
    folder: '/usr/share/doc/apache2-doc/manual/en',
    takes: new RegExp(`^${NO_INDEX}.*\\.html$`),
  },
} satisfies Record<string, Manual>
export type ManualName = keyof typeof MANUALS

/** Read manuals are kept here, as reading a thousand pages takes a minute. Remove the folder to read them anew. */
const KEPT = join(import.meta.dirname, '../../data/bench')

/**
 * The sections of a manual, page by page, as Janua's own reader reads them.
 * @throws {Error} with the package to install, when it is missing
 */
export async function manual(name: ManualName): Promise<Section[]> {
  const kept = join(KEPT, `${name.replaceAll(' ', '-')}.json`)
  if (existsSync(kept)) return JSON.parse(readFileSync(kept, 'utf8')) as Section[]
  const { folder, takes, debian } = MANUALS[name] as Manual
  const real = existingFolder(folder)
  if (!real)
    throw new Error(
      `${name} is not here: install the Debian package ${debian} (apt-get install ${debian})`,
    )
  const sections: Section[] = []
  for (const file of pagesIn(real, takes))
    sections.push(...(await read(name, join(real, file), file)))
  mkdirSync(KEPT, { recursive: true })
  writeFileSync(kept, JSON.stringify(sections))
  return sections
}

/** Debian names some folders with the version of what they describe. */
function existingFolder(folder: string): string | undefined {
  if (existsSync(folder)) return folder
  const other = folder.replace(
    '/python3/',
    `/${readdirSync('/usr/share/doc').find((each) => /^python3\.\d+$/.test(each) && existsSync(`/usr/share/doc/${each}/html`)) ?? '-'}/`,
  )
  return existsSync(other) ? other : undefined
}

function pagesIn(folder: string, takes: RegExp): string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && takes.test(entry.name))
    .map((entry) => relative(folder, join(entry.parentPath, entry.name)))
    .filter((file) => !file.startsWith('_'))
    .sort()
}

async function read(name: string, path: string, file: string): Promise<Section[]> {
  try {
    const page = await readFile(basename(path), readFileSync(path))
    if (page.as !== 'item') return []
    const { title, body } = page.content as ArticleContent
    const { language } = MANUALS[name as ManualName]
    return guessLanguage(body.slice(0, 20_000), language) === language
      ? sectionsOf(title, body, { manual: name, file })
      : []
  } catch (cause) {
    if (cause instanceof Unreadable) return []
    throw cause
  }
}

import type { GuidePage, Role } from '@janua/contracts'
import { addressOf, guide, placesOf } from '../help/guide.ts'
import { itemPath, KIND_WORDS } from '../library/itemPaths.ts'
import { get } from './api.ts'
import { t } from './i18n.ts'
import { ACCOUNT_PAGES, type PageEntry, pagesFor, SETTINGS } from './pages.ts'

/** Something that was found, with what says more about it. */
export interface Found {
  label: string
  about: string
  path: string
}
/** What was found of one kind. */
export interface FoundGroup {
  name: string
  found: Found[]
}

const MOST_OF_A_KIND = 5
/** With fewer letters everything would be found. */
const LEAST_LETTERS = 2

/** Finds pages, settings, library items, conversations, queues, people and the guide; what a source cannot tell just now is left out. */
export async function findAnything(text: string, role: Role): Promise<FoundGroup[]> {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  if (words.length === 0) return []
  const isLong = text.trim().length >= LEAST_LETTERS
  const asked = isLong
    ? [inLibrary(text), inConversations(text, role), inQueues(words, role), inTeam(words, role)]
    : []
  const [library = [], conversations = [], queues = [], people = []] = await Promise.all(
    asked.map((found) => found.catch(() => [])),
  )
  const pages = isLong ? await guide().catch(() => []) : []
  return [
    { name: t('shell.findAnything.pages'), found: inPages(words, role) },
    { name: t('shell.findAnything.library'), found: library },
    { name: t('shell.findAnything.conversations'), found: conversations },
    { name: t('shell.findAnything.queues'), found: queues },
    { name: t('shell.findAnything.people'), found: people },
    { name: t('shell.findAnything.guide'), found: inGuide(words, pages) },
  ]
    .filter(({ found }) => found.length > 0)
    .map(({ name, found }) => ({ name, found: found.slice(0, MOST_OF_A_KIND) }))
}

/** Every word, or its beginning, stands somewhere in the text. */
const holds = (text: string, words: readonly string[]) => {
  const low = text.toLowerCase()
  return words.every((word) => low.includes(word))
}

function inPages(words: readonly string[], role: Role): Found[] {
  const named = pagesFor(role).flatMap(({ name, pages }) =>
    pages.map((page) => ({ label: page.name, about: name, path: page.path })),
  )
  const allowed = (entry: PageEntry) => entry.roles.includes(role)
  const account = ACCOUNT_PAGES.filter(allowed).map(({ name, path }) => ({
    label: name,
    about: '',
    path,
  }))
  const settings = SETTINGS.filter(allowed).map(({ name, path, on }) => ({
    label: name,
    about: on,
    path,
  }))
  return [...named, ...account, ...settings].filter(({ label }) => holds(label, words))
}

async function inLibrary(text: string): Promise<Found[]> {
  const query = { search: text, sort: 'title', order: 'asc', limit: MOST_OF_A_KIND } as const
  const lists = await Promise.all([
    get('/articles', { ...query, kind: 'library' }),
    get('/articles', { ...query, kind: 'fixed' }),
  ])
  return lists.flatMap(({ rows }) =>
    rows.map(({ id, title, kind }) => ({
      label: title,
      about: KIND_WORDS[kind],
      path: itemPath(kind, id),
    })),
  )
}

async function inConversations(text: string, role: Role): Promise<Found[]> {
  if (role === 'editor') return []
  const rows = await get('/desk/search', { words: text })
  return rows.map(({ id, subject, visitor, caseNumber }) => ({
    label: subject,
    about: [visitor, caseNumber].filter(Boolean).join(' · '),
    path: `/desk/${id}`,
  }))
}

async function inQueues(words: readonly string[], role: Role): Promise<Found[]> {
  if (role === 'editor') return []
  const queues = await get('/queues')
  return queues
    .filter(({ name }) => holds(name, words))
    .map(({ name }) => ({ label: name, about: '', path: '/queues' }))
}

async function inTeam(words: readonly string[], role: Role): Promise<Found[]> {
  if (role !== 'lead') return []
  const people = await get('/team')
  return people
    .filter(({ name, mail }) => holds(`${name} ${mail}`, words))
    .map(({ name, mail }) => ({ label: name, about: mail, path: '/team' }))
}

function inGuide(words: readonly string[], pages: readonly GuidePage[]): Found[] {
  const titles = new Map(pages.map(({ name, title }) => [name, title]))
  return placesOf(pages)
    .filter(({ section }) => holds(`${section.title} ${plainTextOf(section)}`, words))
    .map((place) => ({
      label: place.section.title,
      about: titles.get(place.name) ?? '',
      path: addressOf(place),
    }))
}

function plainTextOf({ blocks }: GuidePage['sections'][number]): string {
  return blocks
    .map((block) =>
      block.type === 'list'
        ? block.items.map(({ text }) => text).join(' ')
        : block.type === 'paragraph'
          ? block.content.text
          : '',
    )
    .join(' ')
}

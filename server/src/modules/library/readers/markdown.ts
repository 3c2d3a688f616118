import { type Holds, isLimited } from '@janua/core'
import { load } from 'js-yaml'
import { pictureIn } from './pictures.ts'
import type { Beside, Picture, ReadFile } from './readFile.ts'
import { collectionFromName, titleFromName, Unreadable } from './text.ts'

const KNOWN = new Set([
  'title',
  'collection',
  'questions',
  'review',
  'from',
  'until',
  'doors',
  'audience',
])

/** Markdown, with YAML front matter: title, collection, questions (a list), review (a date). The body stays byte for byte, but for pictures that came along. */
export async function readMarkdown(text: string, name: string, beside: Beside): Promise<ReadFile> {
  const source = text.replace(/^\uFEFF/, '')
  const match = /^---\r?\n([\s\S]*?)\r?\n---[ \t]*(?:\r?\n|$)/.exec(source)
  const front = match ? frontMatter(match[1]!) : {}
  const body = match ? source.slice(match[0].length) : source
  const heading = /^\s*# +(.+?) *#* *(?:\r?\n|$)/.exec(body)
  const fromHeading = front.title === undefined && heading
  const notes = Object.keys(front)
    .filter((key) => !KNOWN.has(key))
    .map((key) => `front matter “${key}” is not used`)
  const pictures: Picture[] = []
  const whole = fromHeading ? body.slice(heading[0].length).replace(/^\s*\n/, '') : body
  return {
    kind: 'article',
    content: {
      title: (textOf(front.title) ?? (fromHeading ? heading[1]! : titleFromName(name))).slice(
        0,
        200,
      ),
      collection: (textOf(front.collection) ?? collectionFromName(name)).slice(0, 80),
      phrasings: listOf(front.questions, notes),
      body: await withPictures(whole, name, beside, pictures),
      reviewOn: dateOf(front.review, notes),
      ...holdsOf(front, notes),
    },
    notes,
    pictures,
  }
}

/** Pictures beside the file are taken along, and the text refers to them where they are kept. */
async function withPictures(
  body: string,
  name: string,
  beside: Beside,
  pictures: Picture[],
): Promise<string> {
  const addresses = new Map<string, string>()
  for (const [, source] of body.matchAll(/!\[[^\]]*\]\(([^)\s]+)\)/g)) {
    const found = await pictureIn(source!, name, beside)
    if (!found) continue
    pictures.push(found.picture)
    addresses.set(source!, found.address)
  }
  return addresses.size === 0
    ? body
    : body.replace(
        /(!\[[^\]]*\]\()([^)\s]+)(\))/g,
        (whole, open: string, source: string, close: string) =>
          addresses.has(source) ? open + addresses.get(source) + close : whole,
      )
}

function frontMatter(yaml: string): Record<string, unknown> {
  try {
    const read = load(yaml)
    if (read === null || read === undefined) return {}
    if (typeof read === 'object' && !Array.isArray(read)) return read as Record<string, unknown>
  } catch (cause) {
    throw new Unreadable(
      `the front matter is not valid YAML: ${(cause as Error).message.split('\n')[0]}`,
    )
  }
  throw new Unreadable('the front matter must be a list of names and values')
}

function textOf(value: unknown): string | undefined {
  const text = typeof value === 'string' || typeof value === 'number' ? String(value).trim() : ''
  return text || undefined
}

function listOf(value: unknown, notes: string[]): string[] {
  if (value === undefined || value === null) return []
  if (!Array.isArray(value)) {
    notes.push('“questions” is not a list and was left out')
    return []
  }
  const texts = value
    .map((each) => textOf(each)?.slice(0, 300))
    .filter((each) => each !== undefined && each.length > 1) as string[]
  return texts
    .filter(
      (each, i) => texts.findIndex((other) => other.toLowerCase() === each.toLowerCase()) === i,
    )
    .slice(0, 200)
}

/** Limits, where the front matter names any. */
function holdsOf(front: Record<string, unknown>, notes: string[]): { holds?: Holds } {
  const doors = Array.isArray(front.doors) ? front.doors.map(String) : []
  const holds: Holds = {
    from: dateOf(front.from, notes, 'from'),
    until: dateOf(front.until, notes, 'until'),
    doors,
    ...(front.audience === 'team' && { audience: 'team' as const }),
  }
  return isLimited(holds) ? { holds } : {}
}

function dateOf(value: unknown, notes: string[], key = 'review'): string | null {
  if (value === undefined || value === null) return null
  const day = value instanceof Date ? value.toISOString().slice(0, 10) : String(value)
  if (/^\d{4}-\d{2}-\d{2}$/.test(day) && !Number.isNaN(Date.parse(day))) return day
  notes.push(`“${key}: ${day}” is not a date like 2027-05-31 and was left out`)
  return null
}

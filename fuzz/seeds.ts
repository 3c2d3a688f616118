import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Random } from '../core/src/maths/random.ts'
import { openZip, packZip } from '../server/src/modules/library/readers/zip.ts'
import { mutate } from './mutate.ts'

const ROOT = join(import.meta.dirname, '..')
const FOLDERS = [
  'server/src/modules/library/readers/fixtures',
  'demo/documents',
  'demo/content/bookings',
  'simulators/site/pages/help',
].map((folder) => join(ROOT, folder))
const MADE: Record<string, string[]> = {
  txt: ['A heading\n\nText in a file.\n\nMore of it.\n'],
  csv: ['question,answer\n"Why, then?","Because;\nso"\nWhat?,That\n'],
}
const PACKED = new Set(['docx', 'xlsx'])

/** Real files of a format, to be changed. */
export function seedsOf(ending: string): Buffer[] {
  const found = FOLDERS.flatMap((folder) =>
    readdirSync(folder)
      .filter((name) => name.endsWith(`.${ending}`))
      .map((name) => readFileSync(join(folder, name))),
  )
  return [...found, ...(MADE[ending] ?? []).map((text) => Buffer.from(text))]
}

/** A changed file. Of a packed one, half of the time what is inside is changed and packed again, so that it gets past the checksums. */
export async function changed(ending: string, seed: Buffer, random: Random): Promise<Buffer> {
  if (!PACKED.has(ending) || random() < 0.5) return mutate(seed, random)
  const zip = await openZip(seed)
  const names = zip.names.filter((name) => name.endsWith('.xml'))
  const victim = names[Math.floor(random() * names.length)]
  const entries: [string, Buffer][] = []
  for (const name of zip.names) {
    const content = await zip.read(name)
    entries.push([name, name === victim ? mutate(content, random) : content])
  }
  return packZip(entries)
}

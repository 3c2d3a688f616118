import type { ReadFile } from './readFile.ts'
import { collectionFromName, titleFromName } from './text.ts'

/** Plain text: the title from a short first line with a blank one below it, else from the file's name. */
export function readPlainText(text: string, name: string): ReadFile {
  const lines = text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .split('\n')
  const first = lines.findIndex((line) => line.trim() !== '')
  const heading =
    first >= 0 && lines[first]!.trim().length <= 100 && lines[first + 1]?.trim() === ''
      ? lines[first]!.trim()
      : undefined
  const rest = heading ? lines.slice(first + 2) : lines
  const body = rest
    .map((line) => line.replace(/([\\`*_[\]<>#|])/g, '\\$1'))
    .join('\n')
    .replace(/^ {4,}/gm, '   ')
    .trim()
  return {
    kind: 'article',
    content: {
      title: heading ?? titleFromName(name),
      collection: collectionFromName(name),
      phrasings: [],
      body: body && `${body}\n`,
      reviewOn: null,
    },
    notes: [],
  }
}

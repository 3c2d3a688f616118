import {
  type ConfidenceModel,
  fitOwn,
  guessLanguage,
  indexRelease,
  type ReleaseIndex,
} from '@janua/core'
import type { FindVectors, MeaningModels } from '@janua/core/meaning'
import { existsSync, statSync } from 'node:fs'
import { encodeItems } from '../server/src/modules/answering/encoding.ts'
import { readMeaningModels } from '../server/src/modules/answering/meaningModels.ts'
import { type Folder, readFolder } from '../server/src/modules/library/folder.ts'

/** Wrong use of a command: it is told in plain words, without a trace of the program. */
export class Misuse extends Error {}

export interface Prepared {
  folder: Folder
  index: ReleaseIndex
  model: ConfidenceModel
}

/**
 * Reads a folder and makes it ready to answer from.
 * @param note is told what could not be read
 * @returns null when nothing could be read
 * @throws {Misuse} when there is no such folder
 */
export async function prepare(
  content: string,
  noTitles: boolean,
  note: (refused: Folder['refused'][number]) => void,
): Promise<Prepared | null> {
  if (!existsSync(content) || !statSync(content).isDirectory())
    throw new Misuse(`There is no folder ${content}.`)
  const folder = await readFolder(content)
  folder.refused.forEach(note)
  if (folder.items.length === 0) return null
  const indexing = { glossary: folder.glossary, noTitles, language: mainLanguage(folder) }
  const understood = noTitles ? null : await understanding(folder, note)
  return {
    folder,
    index: understood
      ? indexRelease(folder.items, { ...indexing, models: understood.models }, understood)
      : indexRelease(folder.items, indexing),
    model: fitOwn(folder.items, indexing),
  }
}

/** What the texts of a folder are understood by, with their vectors. */
async function understanding(
  { items }: Folder,
  note: (refused: Folder['refused'][number]) => void,
): Promise<{ models: MeaningModels; vectors: FindVectors }> {
  const { models, faults } = readMeaningModels()
  for (const reason of faults) note({ file: 'models', reason })
  return { models, vectors: await encodeItems(items, models) }
}

/** Runs a command: what was used wrongly is told in a sentence, and ends with 1. */
export function runCommand(main: () => Promise<void>): void {
  main().catch((cause: unknown) => {
    const plain =
      cause instanceof Misuse ||
      (cause as NodeJS.ErrnoException).code?.startsWith('ERR_PARSE_ARGS') ||
      cause instanceof RangeError
    process.stderr.write(`${plain ? (cause as Error).message : (cause as Error).stack}\n`)
    process.exit(1)
  })
}

/** The language of most items: what a question too short to tell is taken for. */
function mainLanguage({ items }: Folder): 'en' | 'de' {
  const german = items.filter(({ body, parts }) =>
    isGerman(body || (parts ?? []).map((part) => part.body).join(' ')),
  ).length
  return german > items.length / 2 ? 'de' : 'en'
}

function isGerman(text: string): boolean {
  return guessLanguage(text.slice(0, 3_000), 'en') === 'de'
}

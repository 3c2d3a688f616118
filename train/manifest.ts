import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'

const ROOT = join(import.meta.dirname, '..')

/** What models were made of, and what came of it: shipped models that do not fit their sources are told by it. */
export interface Manifest {
  /** One sign for all natural questions and articles, and for the packages that weights come from. */
  sources: { questions: string; packages: string }
  models: Record<string, string>
}

/** The manifest of what lies there now. */
export function manifest(): Manifest {
  const natural = join(ROOT, 'bench/natural')
  const questions = readdirSync(natural, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && /\.(jsonl|json|md)$/.test(entry.name))
    .map(({ parentPath, name }) => join(parentPath, name))
    .filter((path) => relative(natural, path).includes('/') && !path.endsWith('facts.json'))
    .sort()
    .map((path) => `${relative(natural, path)} ${hashOf(path)}`)
    .join('\n')
  const models = join(ROOT, 'models')
  return {
    sources: {
      questions: createHash('sha256').update(questions).digest('hex'),
      packages: hashOf(join(ROOT, 'train/package-lock.json')),
    },
    models: Object.fromEntries(
      readdirSync(models)
        .filter((name) => name !== 'manifest.json' && !name.endsWith('.md'))
        .sort()
        .map((name) => [name, hashOf(join(models, name))]),
    ),
  }
}

function hashOf(path: string): string {
  return createHash('sha256').update(readFileSync(path)).digest('hex')
}

import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

const ROOT = join(import.meta.dirname, '..')
const SECTIONS = {
  content: 'Content',
  answers: 'Questions and answers',
  coverage: 'Coverage and what is counted with it',
  proving: 'Proving a change',
  people: 'People',
}
interface Terms {
  terms: Record<
    keyof typeof SECTIONS,
    Record<string, { name: string; meaning: string; formula?: string; base?: string }>
  >
}

/** The glossary as a page of the docs, from the terms that the app shows. */
export function glossaryPage(): string {
  const { terms } = JSON.parse(readFileSync(join(ROOT, 'locales/en/terms.json'), 'utf8')) as Terms
  const parts = Object.entries(SECTIONS).map(([key, title]) => {
    const rows = Object.values(terms[key as keyof typeof SECTIONS]).map(
      ({ name, meaning, formula = '', base = '' }) =>
        `| **${name}** | ${meaning} | ${formula} | ${base} |`,
    )
    const head = '| term | meaning | formula | base |\n| --- | --- | --- | --- |'
    return `## ${title}\n\n${head}\n${rows.join('\n')}`
  })
  return [
    '# Glossary',
    'What each term means, on screen, in code and in the docs. The app shows the same beside its figures (“?”) and under *Help*.\nMade by `npm run glossary` from `locales/en/terms.json`.',
    ...parts,
    '',
  ]
    .join('\n\n')
    .replace(/\n+$/, '\n')
}

if (process.argv[1] === import.meta.filename)
  writeFileSync(join(ROOT, 'docs/glossary.md'), glossaryPage())

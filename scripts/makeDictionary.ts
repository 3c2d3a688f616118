import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { bloomOf } from '../core/src/text/bloom.ts'
import type { Language } from '../core/src/text/language.ts'
import { stem } from '../core/src/text/stem.ts'
import { fold } from '../core/src/text/tokens.ts'

const ROOT = join(import.meta.dirname, '..')
export const TARGET = join(ROOT, 'core/src/text/dictionaryData.ts')
const require = createRequire(import.meta.url)
const LEAST = 4
/** German makes words without end; longer ones are mostly made of these, and are read part by part. */
const LONGEST_GERMAN = 11
/** Bits for each word: of a hundred strange German words about one passes, of a thousand English ones. */
const BITS = { en: 14.4, de: 10 }

/** "SFX S y ies [^aeiou]y": cut off, put on, where the word ends like that. */
interface Rule {
  isPrefix: boolean
  cut: string
  add: string
  where: RegExp
}

/** Every form of every word of a dictionary in the format of Hunspell, one rule applied to each. */
function formsOf(folder: string): string[] {
  const read = (name: string) => readFileSync(join(ROOT, 'node_modules', folder, name), 'utf8')
  const rules = new Map<string, Rule[]>()
  for (const line of read('index.aff').split('\n')) {
    const [kind, flag, cut, add, where] = line.trim().split(/\s+/)
    if ((kind !== 'SFX' && kind !== 'PFX') || where === undefined) continue
    const isPrefix = kind === 'PFX'
    const pattern = where === '.' ? '' : where
    rules.set(flag!, [
      ...(rules.get(flag!) ?? []),
      {
        isPrefix,
        cut: cut === '0' ? '' : cut!,
        add: add === '0' ? '' : add!,
        where: new RegExp(isPrefix ? `^${pattern}` : `${pattern}$`),
      },
    ])
  }
  return read('index.dic')
    .split('\n')
    .slice(1)
    .flatMap((line) => {
      const [word, flags = ''] = line.trim().split('/')
      if (!word) return []
      const made = [...flags].flatMap((flag) =>
        (rules.get(flag) ?? [])
          .filter(({ where }) => where.test(word))
          .map(({ isPrefix, cut, add }) =>
            isPrefix ? add + word.slice(cut.length) : word.slice(0, word.length - cut.length) + add,
          ),
      )
      return [word, ...made]
    })
}

function packed(words: readonly string[], language: Language): string {
  const stems = new Set(
    words
      .map((word) => fold(word))
      .filter((word) => word.length >= LEAST && /^[a-z]+$/.test(word))
      .map((word) => stem(word, language)),
  )
  const { bits, hashes } = bloomOf([...stems].sort(), stems.size, BITS[language])
  return `{\n    hashes: ${hashes},\n    bits: '${Buffer.from(bits).toString('base64')}',\n  }`
}

/** The file that holds the words of English and German, as this program makes it. */
export function dictionarySource(): string {
  const english = [...formsOf('dictionary-en'), ...formsOf('dictionary-en-gb')]
  const german = (require('all-the-german-words') as string[]).filter(
    (word) => word.length <= LONGEST_GERMAN,
  )
  return `// Made by "npm run dictionary" from word lists; see docs/third-party.md. Do not edit.
import type { Language } from './language.ts'

export const DICTIONARY: Record<Language, { hashes: number; bits: string }> = {
  en: ${packed(english, 'en')},
  de: ${packed(german, 'de')},
}
`
}

if (import.meta.filename === process.argv[1]) writeFileSync(TARGET, dictionarySource())

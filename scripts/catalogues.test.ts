import { expect } from 'chai'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

const ROOT = join(import.meta.dirname, '..')
const FOLDER = join(ROOT, 'locales')
/** Where texts of the catalogues are shown. */
const SOURCES = ['web/src', 'visitor/src', 'server/src', 'contracts/src']
/** Parts of the catalogue whose keys are codes of the server: they are looked up, not written out. */
const LOOKED_UP = /^(problems|terms|units|input|fields|conversationStates|roles)\./

interface Tree {
  [key: string]: string | Tree
}

/** All texts of a language by their whole keys. */
function textsOf(language: string): Map<string, string> {
  const texts = new Map<string, string>()
  const walk = (tree: Tree, path: string[]) => {
    for (const [key, value] of Object.entries(tree))
      if (typeof value === 'string') texts.set([...path, key].join('.'), value)
      else walk(value, [...path, key])
  }
  for (const name of readdirSync(join(FOLDER, language)))
    walk(JSON.parse(readFileSync(join(FOLDER, language, name), 'utf8')) as Tree, [])
  return texts
}

/** What is put into a text, each once. */
const slotsOf = (text: string) =>
  [...new Set([...text.matchAll(/\{(\w+)\}/g)].map(([, slot]) => slot))].sort()

function codeOf(folder: string): string {
  return readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(vue|ts)$/.test(name))
    .map((name) => readFileSync(join(ROOT, folder, name), 'utf8'))
    .join('\n')
}

describe('catalogues of texts', () => {
  const english = textsOf('en')
  const others = readdirSync(FOLDER).filter((name) => /^[a-z]{2}$/.test(name) && name !== 'en')

  it('hold no text that nobody shows', () => {
    const code = SOURCES.map(codeOf).join('\n')
    const unused = [...english.keys()].filter(
      (key) => !LOOKED_UP.test(key) && !code.includes(`'${key}'`) && !code.includes(`"${key}"`),
    )
    expect(unused).to.eql([])
  })
  for (const language of others)
    describe(`in ${language}`, () => {
      const texts = textsOf(language)

      it('have the same texts as English', () =>
        expect([...texts.keys()].sort()).to.eql([...english.keys()].sort()))
      it('put the same things into each text', () => {
        const differing = [...texts]
          .filter(([key, text]) => {
            const wanted = slotsOf(english.get(key) ?? '')
            return slotsOf(text).join() !== wanted.join()
          })
          .map(([key]) => key)
        expect(differing).to.eql([])
      })
      it('have as many forms of a plural, or one for all', () => {
        const differing = [...texts]
          .filter(([key, text]) => {
            const forms = text.split(' | ').length
            return forms > 1 && forms !== english.get(key)!.split(' | ').length
          })
          .map(([key]) => key)
        expect(differing).to.eql([])
      })
    })
})

import { expect } from 'chai'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { glossaryPage } from './glossary.ts'

describe('the glossary of the docs', () => {
  it('says what the app says (else: npm run glossary)', () => {
    const page = readFileSync(join(import.meta.dirname, '../docs/glossary.md'), 'utf8')
    expect(page).to.equal(glossaryPage())
  })
})

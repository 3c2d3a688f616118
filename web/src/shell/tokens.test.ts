import { expect } from 'chai'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

const WEB = join(import.meta.dirname, '..')
const WIDTHS = ['480px', '700px', '960px', '1240px']

/** Sizes come from tokens.css: a page that brings one of its own would look like no other. */
describe('the styles of pages', () => {
  const styles = readdirSync(WEB, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(vue|css)$/.test(name))
    .map((name) => ({ name, text: readFileSync(join(WEB, name), 'utf8') }))
  const all = (pattern: RegExp) =>
    styles.flatMap(({ name, text }) =>
      [...text.matchAll(pattern)].map(([, value]) => ({ name, value: value! })),
    )

  it('take sizes of text from the scale', () => {
    const sizes = [...all(/font-size: ([^;]+);/g), ...all(/font:\s+([^;]+);/g)]
    expect(sizes.length).to.be.greaterThan(60)
    expect(sizes.filter(({ value }) => /\d(px|rem|em)/.test(value))).to.eql([])
  })
  it('take roundness from the scale, but for what is drawn', () => {
    const round = all(/border-radius: ([^;]+);/g)
    expect(round.length).to.be.greaterThan(30)
    const drawn = /%|\b(14|190)px/
    expect(round.filter(({ value }) => /\dpx/.test(value) && !drawn.test(value))).to.eql([])
  })
  it('change at four widths', () => {
    const widths = all(/@media \(width [<>]=? ([^)]+)\)/g)
    expect(widths.length).to.be.greaterThan(20)
    expect(widths.filter(({ value }) => !WIDTHS.includes(value))).to.eql([])
    expect(all(/@media ([^{]*(?:max|min)-width[^{]*)/g)).to.eql([])
  })
})

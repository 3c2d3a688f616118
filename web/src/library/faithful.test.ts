import { expect } from 'chai'
import { demoArticles } from '../../../demo/content.ts'
import { representable, storedText, throughEditor } from './faithful.ts'

describe('the rich editor', () => {
  for (const { slug, body } of demoArticles())
    it(`can show ${slug}, and stores it byte for byte when nothing was changed`, () => {
      expect(representable(body), 'opens as text').to.equal(true)
      const opened = throughEditor(body)
      expect(storedText(body, opened, opened)).to.equal(body)
    })
  it('stores what was typed once something has changed', () =>
    expect(storedText('a  \n', 'a\n', 'a b\n')).to.equal('a b\n'))
  it('keeps a table, a picture and a link through a change', () => {
    const text =
      '| a | b |\n| --- | --- |\n| 1 | **2** |\n\n![A boat](https://pictures.example/boat.png) and [fares](https://site.example/fares)\n'
    expect(representable(text)).to.equal(true)
  })
  it('opens as source what it cannot keep', () => {
    expect(representable('Some <b>raw</b> HTML <br> here')).to.equal(false)
  })
})

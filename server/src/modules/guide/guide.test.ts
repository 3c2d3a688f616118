import { blockText } from '@janua/core'
import { expect } from 'chai'
import { LANGUAGES } from '../../platform/language/phrases.ts'
import { guideIn, guidePage } from './guide.ts'

describe('the guide', () => {
  it('is read from Markdown: its title, its beginning, and a section for each heading', () => {
    const page = guidePage(
      'build',
      '# Build\n\nTo begin.\n\n## Library <!-- page: /library -->\n\nAll articles.\n\n- **Add** one.\n\n## And more\n\nText.\n',
    )
    expect(page).to.include({ name: 'build', title: 'Build' })
    expect(page.blocks.map(blockText)).to.eql(['To begin.'])
    expect(page.sections.map(({ title, page }) => [title, page])).to.eql([
      ['Library', '/library'],
      ['And more', null],
    ])
    expect(page.sections[0]!.blocks.map(blockText)).to.eql(['All articles.', 'Add one.'])
  })

  it('is about the same pages of the app in every language, each once', async () => {
    const pagesIn = async (language: string) =>
      (await guideIn(language)).flatMap(({ sections }) =>
        sections.flatMap(({ page }) => page ?? []),
      )
    const english = await pagesIn('en')
    expect(english.length).to.be.above(20)
    expect(new Set(english).size).to.equal(english.length)
    for (const language of LANGUAGES) expect(await pagesIn(language)).to.eql(english)
  })
  it('says of each page what it is for, and three things that people do there', async () => {
    for (const language of LANGUAGES)
      for (const { sections } of await guideIn(language))
        for (const { page, title, blocks } of sections.filter(({ page }) => page)) {
          const [purpose, things, ...more] = blocks
          expect(purpose, `${language} ${title}`).to.include({ type: 'paragraph' })
          expect(things?.type === 'list' && things.items.length, `${language} ${page}`).to.equal(3)
          expect(more, `${language} ${title}`).to.eql([])
        }
  })
})

import { expect } from 'chai'
import { preferredLanguage, speak, t } from '../shell/i18n.ts'
import { mounted } from '../testing/mounted.ts'
import LanguageChoice from './LanguageChoice.vue'

describe('LanguageChoice', () => {
  let page: ReturnType<typeof mounted>
  afterEach(async () => {
    page.unmount()
    localStorage.clear()
    await speak('en')
  })

  it('keeps the language for the next time', async () => {
    page = mounted(LanguageChoice)
    expect(preferredLanguage()).to.equal('en')
    await page.findAll('button')[1]!.trigger('click')
    expect(preferredLanguage()).to.equal('de')
  })
  it('names each language in itself, whichever is in use', async () => {
    await speak('de')
    page = mounted(LanguageChoice)
    expect(page.findAll('button').map((button) => button.text())).to.eql(['English', 'Deutsch'])
    expect(page.get('h2').text()).to.equal(t('accounts.languageChoice.language'))
    expect(page.get('h2').text()).to.equal('Sprache')
  })
})

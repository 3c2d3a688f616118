import { expect } from 'chai'
import { preferredLanguage, speak, t } from '../shell/i18n.ts'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import LanguageChoice from './LanguageChoice.vue'

describe('LanguageChoice', () => {
  const server = new FakeServer()
  let page: ReturnType<typeof mounted>
  beforeEach(() => server.listen())
  afterEach(async () => {
    page.unmount()
    localStorage.clear()
    await speak('en')
  })

  it('keeps the language for this person, and for the next time here', async () => {
    server.on('PUT', '/account/language', () => undefined)
    page = mounted(LanguageChoice)
    expect(preferredLanguage()).to.equal('en')
    await page.findAll('button')[1]!.trigger('click')
    await settled()
    expect(server.changes.map(({ body }) => body)).to.eql([{ language: 'de' }])
    expect(preferredLanguage()).to.equal('de')
  })
  it('stays with the one in use where the server does not keep another', async () => {
    server.on('PUT', '/account/language', () => 503)
    page = mounted(LanguageChoice)
    await page.findAll('button')[1]!.trigger('click')
    await settled()
    expect(preferredLanguage()).to.equal('en')
  })
  it('names each language in itself, whichever is in use', async () => {
    await speak('de')
    page = mounted(LanguageChoice)
    expect(page.findAll('button').map((button) => button.text())).to.eql(['English', 'Deutsch'])
    expect(page.get('h2').text()).to.equal(t('accounts.languageChoice.language'))
    expect(page.get('h2').text()).to.equal('Sprache')
  })
})

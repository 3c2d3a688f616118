import { expect } from 'chai'
import english from '../../../locales/en/terms.json' with { type: 'json' }
import { until } from '../testing/fakeBrowser.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import HelpPage from './HelpPage.vue'
import TermHelp from './TermHelp.vue'

describe('help with terms', () => {
  let shown: ReturnType<typeof mounted>
  afterEach(() => shown.unmount())

  it('says what a figure means, how it is computed, and from which base', async () => {
    shown = mounted(TermHelp, { props: { term: 'coverage.accuracy', about: 'Accuracy' } })
    expect(shown.get('[data-test="term-help"]').attributes('aria-label')).to.contain('Accuracy')
    await shown.get('[data-test="term-help"]').trigger('click')
    await until(() => document.querySelector('[data-test="term"]') !== null)
    const term = document.querySelector('[data-test="term"]')!.textContent
    const { meaning, formula, base } = english.terms.coverage.accuracy
    expect(term).to.contain(meaning).and.contain(formula).and.contain(base)
  })
  it('lists every term, and finds them by words', async () => {
    shown = mounted(HelpPage)
    await settled()
    const all = Object.values(english.terms).flatMap((section) => Object.keys(section)).length
    expect(shown.findAll('[data-test="term"]')).to.have.length(all)
    await shown.get('[data-test="term-search"]').setValue('service level')
    expect(shown.findAll('[data-test="term"]')).to.have.length(1)
    await shown.get('[data-test="term-search"]').setValue('helicopter')
    expect(shown.text()).to.contain('No term contains')
  })
})

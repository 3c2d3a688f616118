import type { GuidePage as Page } from '@janua/contracts'
import { expect } from 'chai'
import { queryClient } from '../shell/queryClient.ts'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import GuidePage from './GuidePage.vue'
import HelpPanel from './HelpPanel.vue'

const said = (text: string) => ({ type: 'paragraph', content: { text, html: text } })
const GUIDE = [
  { name: 'lead', title: 'For leads', blocks: [said('Every Monday.')], sections: [] },
  {
    name: 'run',
    title: 'Run',
    blocks: [],
    sections: [{ title: 'Desk', page: '/desk', blocks: [said('Your conversations.')] }],
  },
] as unknown as Page[]

describe('the guide in the app', () => {
  const server = new FakeServer()
  let shown: ReturnType<typeof mounted>
  beforeEach(() => {
    queryClient.clear()
    server.listen()
    server.on('GET', '/guide', () => GUIDE)
  })
  afterEach(() => shown.unmount())

  const panelAt = async (at: string) => {
    shown = mounted(HelpPanel, { at, props: { modelValue: false } })
    await settled()
    window.dispatchEvent(new KeyboardEvent('keydown', { key: '?' }))
    await shown.setProps({ modelValue: true })
    await settled()
    return document.querySelector('[data-test="help-panel"]')!.textContent
  }

  it('stands beside the page that it is about, below it too, with its keys', async () => {
    const text = await panelAt('/desk/12')
    expect(text)
      .to.contain('Desk')
      .and.contain('Your conversations.')
      .and.contain('Take the conversation')
    expect(document.querySelector('[data-test="to-guide"]')!.getAttribute('href')).to.equal(
      '/guide/run#desk',
    )
  })
  it('leads to its beginning from a page that it says nothing about', async () => {
    expect(await panelAt('/nowhere')).to.contain('Keyboard shortcuts')
    expect(document.querySelector('[data-test="to-guide"]')!.getAttribute('href')).to.equal(
      '/guide',
    )
  })
  it('says so where it cannot be read', async () => {
    server.on('GET', '/guide', () => 503)
    expect(await panelAt('/desk'))
      .to.contain('Keyboard shortcuts')
      .and.not.contain('Your conv')
  })

  it('begins with the page for the work of whoever opens it', async () => {
    shown = mounted(GuidePage, { props: { name: null }, role: 'lead' })
    await settled()
    expect(shown.get('h1').text()).to.equal('For leads')
    expect(shown.findAll('[data-test="guide-page"]')).to.have.length(2)
  })
  it('leads to the pages that it is about, where the role opens them', async () => {
    const links = async (role: 'lead' | 'editor') => {
      shown = mounted(GuidePage, { props: { name: 'run' }, role })
      await settled()
      const found = shown.findAll('section a').map((link) => link.attributes('href'))
      return found
    }
    expect(await links('lead')).to.eql(['/desk'])
    shown.unmount()
    expect(await links('editor')).to.eql([])
  })
})

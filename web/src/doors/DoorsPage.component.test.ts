import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import DoorsPage from './DoorsPage.vue'

describe('DoorsPage', () => {
  const server = new FakeServer()
  let page: ReturnType<typeof mounted>
  const DOOR = {
    id: 4,
    key: 'help',
    title: 'Ask Merrow Line',
    published: true,
    state: 'live',
    threshold: 0.65,
    firstQuestions: { en: ['Fares?'], de: [] },
    allowedSites: ['https://www.merrowline.example'],
  }
  async function opened(at: string, role: 'lead' | 'editor' = 'lead'): Promise<void> {
    page = mounted(DoorsPage, { at, role })
    await settled()
  }
  const missing = () => page.find('[data-test="embed-missing"]')
  beforeEach(() => {
    server.listen()
    server.on('GET', '/doors', () => [
      DOOR,
      { ...DOOR, id: 5, key: 'new', title: 'New', published: false, allowedSites: [] },
    ])
    server.on('GET', '/system', () => ({ mail: { isSetUp: true } }))
  })
  afterEach(() => page.unmount())

  it('lists doors with what each needs before visitors come in', async () => {
    await opened('/doors')
    expect(page.text())
      .to.include('2 doors')
      .and.include('after the next release')
      .and.include('this server only')
    expect(page.get('a[href="/door/help"]').attributes('target')).to.equal('_blank')
  })
  for (const [query, says] of [
    ['embed=nothing', 'There is no door with the key “nothing”.'],
    ['embed=new', '“New” isn’t published yet'],
    ['embed=help&site=https://other.example', 'https://other.example isn’t among the sites'],
    ['embed=help&site=https://www.merrowline.example', 'is open on https://www.merrowline.example'],
  ] as const)
    it(`says why a page shows the tag but not the door: ${says}`, async () => {
      await opened(`/doors?${query}`)
      expect(missing().text()).to.include(says)
    })
  it('says nothing of tags to who comes from nowhere', async () => {
    await opened('/doors')
    expect(missing().exists()).to.equal(false)
  })
  it('tells a lead that no mail can be sent, and asks nothing of an editor', async () => {
    server.on('GET', '/system', () => ({ mail: { isSetUp: false } }))
    await opened('/doors')
    expect(page.find('[data-test="lacks-mail"]').exists()).to.equal(true)
    page.unmount()
    server.asked.length = 0
    await opened('/doors', 'editor')
    expect(page.find('[data-test="lacks-mail"]').exists()).to.equal(false)
    expect(server.askedOf('/system')).to.eql([])
    expect(page.text()).not.to.include('Add a door')
  })
})

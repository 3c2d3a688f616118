import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import RevisionList from './RevisionList.vue'

describe('RevisionList', () => {
  const server = new FakeServer()
  const row = (id: number, change: object = {}) => ({
    id,
    by: 'Edda Quill',
    at: '2026-11-30T09:30:00.000Z',
    current: false,
    releases: [],
    ...change,
  })
  const ROWS = [row(9, { current: true }), row(5, { releases: [1, 2] }), row(3)]
  let list: ReturnType<typeof mounted>
  async function opened(mayWrite = true): Promise<void> {
    list = mounted(RevisionList, { props: { id: 4, base: 9, mayWrite } })
    await settled()
  }
  const shows = async (place: number) => {
    await list.findAll('[data-test="revision"]')[place]!.trigger('click')
    await settled()
  }
  beforeEach(() => {
    server.listen()
    server.on('GET', '/articles/4/revisions', () => ROWS)
    for (const { id } of ROWS)
      server.on('GET', `/articles/4/revisions/${id}`, () => ({
        ...ROWS.find((each) => each.id === id),
        text: `Dogs pay ${id} pounds.`,
      }))
  })
  afterEach(() => list.unmount())

  it('shows the newest against the one before it, word by word', async () => {
    await opened()
    expect(list.get('pre').text()).to.include('9').and.include('5')
    expect(list.text()).to.include('2 releases: 1, 2')
  })
  it('knows the first version as such', async () => {
    await opened()
    await shows(2)
    expect(list.text()).to.include('First version')
  })
  it('makes an earlier one the draft again, on the version that was read', async () => {
    await opened()
    expect(list.find('[data-test="restore"]').exists(), 'the draft itself').to.equal(false)
    server.on('POST', '/articles/4/restore', () => undefined)
    await shows(1)
    await list.get('[data-test="restore"]').trigger('click')
    await settled()
    expect(server.changes.map(({ body }) => body)).to.eql([{ revision: 5, base: 9 }])
    expect(list.emitted('restored')).to.have.length(1)
  })
  it('restores nothing that somebody else has changed meanwhile', async () => {
    await opened()
    server.on('POST', '/articles/4/restore', () => 409)
    await shows(1)
    await list.get('[data-test="restore"]').trigger('click')
    await settled()
    expect(list.emitted('restored')).to.equal(undefined)
  })
  it('offers nothing to who may only read', async () => {
    await opened(false)
    await shows(1)
    expect(list.find('[data-test="restore"]').exists()).to.equal(false)
  })
})

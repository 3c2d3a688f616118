import type { UnsettledRow } from '@janua/contracts'
import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import FixPanel from './FixPanel.vue'

const ROW: UnsettledRow = {
  norm: 'is there a helicopter',
  text: 'is there a helicopter',
  times: 4,
  votedDown: 0,
  lastAt: '2026-11-30T09:30:00.000Z',
  outcome: 'unanswered',
  nearest: { item: 12, title: 'Getting about', confidence: 0.3 },
  state: 'open',
  fix: null,
}
const FIX: NonNullable<UnsettledRow['fix']> = {
  id: 2,
  kind: 'fixed',
  item: { id: 40, title: 'Helicopters' },
  by: 'Edda Quill',
  at: '2026-11-30T10:00:00.000Z',
  proof: {
    release: 7,
    outcome: 'answered',
    confidence: 0.95,
    text: 'No helicopter flies.',
    from: 'Helicopters',
    item: 40,
    at: '2026-11-30T11:00:00.000Z',
  } as never,
}

describe('FixPanel', () => {
  const server = new FakeServer()
  let panel: ReturnType<typeof mounted>
  async function opened(row: Partial<UnsettledRow> = {}): Promise<void> {
    panel = mounted(FixPanel, { props: { row: { ...ROW, ...row } } })
    await settled()
  }
  const chooses = async (label: string) => {
    await panel
      .get('[data-test="fix-kind"]')
      .findAll('button')
      .find((button) => button.text() === label)!
      .trigger('click')
    await settled()
  }
  const isOff = () => panel.get('[data-test="fix"]').attributes('disabled') !== undefined
  const submit = async () => {
    await panel.get('form').trigger('submit')
    await settled()
  }
  beforeEach(() => {
    server.listen()
    server.on('GET', '/unsettled/detail?norm=is+there+a+helicopter', () => ({
      occurrences: [{ at: '2026-11-30T09:30:00.000Z' }],
      live: null,
      draft: {
        outcome: 'unanswered',
        confidence: 0.2,
        blocks: [],
        sources: [],
        trace: { threshold: 0.65, candidates: [] },
      },
    }))
    server.on('POST', '/fixes', () => FIX)
  })
  afterEach(() => panel.unmount())

  it('teaches the question to the nearest article, unless another is chosen', async () => {
    await opened()
    expect(isOff()).to.equal(false)
    await submit()
    expect(server.changes.map(({ body }) => body)).to.eql([
      { norm: ROW.norm, text: 'is there a helicopter', kind: 'phrasing', item: 12 },
    ])
    expect(panel.emitted('fixed')).to.have.length(1)
  })
  it('has no article to teach where nothing came near', async () => {
    await opened({ nearest: null })
    expect(isOff()).to.equal(true)
  })
  it('writes a fixed answer with the question as its phrasing, once there is a reply', async () => {
    await opened()
    await chooses('Fixed answer')
    expect(isOff()).to.equal(true)
    await panel.get('[data-test="fix-body"]').setValue('No helicopter flies.')
    expect(isOff()).to.equal(false)
    await submit()
    expect(server.changes[0]!.body).to.deep.include({ norm: ROW.norm, kind: 'fixed' })
    expect(server.changes[0]!.body.content).to.deep.include({
      kind: 'fixed',
      title: 'Is there a helicopter',
      phrasings: ['is there a helicopter'],
      body: 'No helicopter flies.\n',
      ready: true,
    })
  })
  it('keeps what was written when the server refuses it', async () => {
    await opened()
    server.on('POST', '/fixes', () => 409)
    await chooses('Write an article')
    await panel.get('[data-test="fix-body"]').setValue('Long text')
    await submit()
    const body = panel.get('[data-test="fix-body"]').element as HTMLTextAreaElement
    expect(body.value).to.equal('Long text')
    expect(panel.emitted('fixed')).to.equal(undefined)
  })
  it('says who has added a fix to the draft, and that publishing proves it', async () => {
    await opened({ state: 'in draft', fix: { ...FIX, proof: null } })
    expect(panel.text()).to.include('Edda Quill added a fix to the draft: Helicopters')
    expect(panel.find('[data-test="proof"]').exists()).to.equal(false)
  })
  it('shows the proof of what is fixed, and asks for nothing more', async () => {
    await opened({ state: 'fixed', fix: FIX })
    expect(panel.get('[data-test="proof"]').text())
      .to.include('Fixed in release 7')
      .and.include('No helicopter flies.')
    expect(panel.find('form').exists()).to.equal(false)
  })
})

import type { TargetView } from '@janua/contracts'
import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import TargetsPanel from './TargetsPanel.vue'

const TARGET: TargetView = {
  measure: 'coverage',
  share: 0.6,
  by: '2027-01-08',
  now: 0.49,
  forecast: { share: 0.55, interval: { low: 0.5, high: 0.61 } } as TargetView['forecast'],
  says: 'open',
}

describe('TargetsPanel', () => {
  const server = new FakeServer()
  let panel: ReturnType<typeof mounted>
  function opened(targets: TargetView[] = [TARGET], role: 'lead' | 'editor' = 'lead'): void {
    panel = mounted(TargetsPanel, { role, props: { targets } })
  }
  beforeEach(() => server.listen())
  afterEach(() => panel.unmount())

  it('says where the weeks lead to, with the interval', () => {
    opened()
    expect(panel.text())
      .to.match(/Coverage 60.% by/)
      .and.match(/Last full week: 49.%/)
      .and.match(/Forecast: 55.% \(50.% to 61.%\)/)
  })
  it('promises nothing while there are too few weeks', () => {
    opened([{ ...TARGET, now: null, forecast: null, says: 'too early' }])
    expect(panel.text()).not.to.include('As the weeks go')
    expect(panel.find('.forecast').exists()).to.equal(false)
  })
  it('lets a lead set one as a share, and closes the form once it is stored', async () => {
    opened([])
    server.on('PUT', '/targets', () => undefined)
    await panel.get('[data-test="set-target"]').trigger('click')
    expect(panel.get('[data-test="target-save"]').attributes('disabled')).not.to.equal(undefined)
    await panel.get('[data-test="target-by"]').setValue('2027-03-01')
    await panel.get('form').trigger('submit')
    await settled()
    expect(server.changes[0]!.body).to.eql({ measure: 'coverage', share: 0.7, by: '2027-03-01' })
    expect(panel.find('form').exists()).to.equal(false)
    expect(panel.emitted('changed')).to.have.length(1)
  })
  it('keeps the form open when it is refused', async () => {
    opened([])
    server.on('PUT', '/targets', () => 422)
    await panel.get('[data-test="set-target"]').trigger('click')
    await panel.get('[data-test="target-by"]').setValue('2020-03-01')
    await panel.get('form').trigger('submit')
    await settled()
    expect(panel.find('form').exists()).to.equal(true)
  })
  it('shows an editor the targets, and nothing to change them by', () => {
    opened([TARGET], 'editor')
    expect(panel.text()).to.include('Coverage')
    expect(panel.find('button').exists()).to.equal(false)
  })
  it('drops one', async () => {
    opened()
    server.on('DELETE', '/targets/coverage', () => undefined)
    await panel.get('button.bare').trigger('click')
    await settled()
    expect(server.changes.map(({ path }) => path)).to.eql(['/targets/coverage'])
    expect(panel.emitted('changed')).to.have.length(1)
  })
})

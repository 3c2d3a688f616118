import type { PublishInput } from '@janua/contracts'
import type { VueWrapper } from '@vue/test-utils'
import { expect } from 'chai'
import { mounted } from '../testing/mounted.ts'
import PublishForm from './PublishForm.vue'

describe('PublishForm', () => {
  let form: VueWrapper
  function opened(props: object = {}): void {
    form = mounted(PublishForm, {
      props: { items: [4, 9], next: 7, needsReason: false, busy: false, ...props },
    })
  }

  const button = () => form.get('[data-test="publish"]')
  const isOff = () => button().attributes('disabled') !== undefined
  const published = () => (form.emitted('publish') as [PublishInput][] | undefined)?.at(-1)?.[0]
  const types = (name: string, text: string) => form.get(`[data-test="${name}"]`).setValue(text)

  it('says what it does to how much, and does it', async () => {
    opened()
    expect(button().text()).to.equal('Publish release 7: 2 changes')
    await types('note', 'Drones')
    await form.get('form').trigger('submit')
    expect(published()).to.eql({
      items: [4, 9],
      note: 'Drones',
      because: '',
      audience: 'all',
      share: 0.1,
      at: null,
    })
  })
  it('has nothing to publish while nothing is chosen', () => {
    opened({ items: [] })
    expect(isOff()).to.equal(true)
  })
  it('asks for a reason where something is not as it should be, and sends it', async () => {
    opened({ needsReason: true })
    expect(isOff()).to.equal(true)
    await types('because', 'The old fare is gone')
    expect(isOff()).to.equal(false)
    await form.get('form').trigger('submit')
    expect(published()).to.include({ because: 'The old fare is gone' })
  })
  it('asks for no reason where all is as it should be', () => {
    opened()
    expect(form.find('[data-test="because"]').exists()).to.equal(false)
  })
})

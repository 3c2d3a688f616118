import type { CloseInput } from '@janua/contracts'
import { expect } from 'chai'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import CloseDialog from './CloseDialog.vue'

describe('CloseDialog', () => {
  const QUEUES = [
    { id: 1, name: 'Bookings' },
    { id: 2, name: 'Refunds' },
  ]
  let dialog: ReturnType<typeof mounted>
  async function opened(conversation: object = {}): Promise<void> {
    dialog = mounted(CloseDialog, {
      props: {
        modelValue: true,
        conversation: {
          queue: QUEUES[0],
          messages: [{ author: 'agent', text: 'You get it back within a week.' }],
          ...conversation,
        },
        queues: QUEUES,
        busy: false,
      },
    })
    await settled()
  }
  const presses = (key: string) =>
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
  const closed = () => (dialog.emitted('close') as [CloseInput][] | undefined)?.at(-1)?.[0]
  const press = async (key: string) => {
    presses(key)
    await dialog.vm.$nextTick()
  }
  const close = () => dialog.get('form').trigger('submit')
  afterEach(() => dialog.unmount())

  it('closes as settled, and says nothing of the queue, unless it is told', async () => {
    await opened()
    await close()
    expect(closed()).to.eql({ outcome: 'settled', rightQueue: null, followUpAt: null })
  })
  it('takes the outcome and the right queue by key', async () => {
    await opened()
    await press('2')
    await press('y')
    await close()
    expect(closed()!.outcome).not.to.equal('settled')
    expect(closed()!.rightQueue).to.equal(1)
  })
  it('takes back by the same key that the queue was right', async () => {
    await opened()
    await press('y')
    await press('y')
    await close()
    expect(closed()!.rightQueue).to.equal(null)
  })
  it('is not closed as wrong queue before another one is chosen', async () => {
    await opened()
    await press('n')
    expect(dialog.get('[data-test="close-yes"]').attributes('disabled')).not.to.equal(undefined)
  })
  it('makes a case, due tomorrow, of what is followed up', async () => {
    await opened()
    const keys = dialog.findAll('input[type="radio"]').length
    for (let key = 1; key <= keys && !dialog.text().includes('Follow up by'); key++)
      await press(String(key))
    expect(dialog.get('[data-test="close-yes"]').text()).to.include('Create case')
    await close()
    expect(closed()!.outcome).to.equal('will follow')
    expect(Date.parse(closed()!.followUpAt!)).to.be.greaterThan(Date.now())
  })
  it('asks of no queue where there was none', async () => {
    await opened({ queue: null })
    expect(dialog.find('[data-test="right-queue"]').exists()).to.equal(false)
  })
  it('offers what the agent said last to the assistant', async () => {
    await opened()
    await dialog.get('[data-test="teach-closing"]').trigger('click')
    expect(dialog.emitted('teach')).to.eql([['You get it back within a week.']])
  })
  it('begins afresh when it is opened again', async () => {
    await opened()
    await press('2')
    await dialog.setProps({ modelValue: false })
    await dialog.setProps({ modelValue: true })
    await close()
    expect(closed()!.outcome).to.equal('settled')
  })
})

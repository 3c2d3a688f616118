import { expect } from 'chai'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import ReplyBox from './ReplyBox.vue'

interface Exposed {
  insert: (passage: string) => void
  sent: (words: string, of: { conversation: number; kind: 'reply' | 'note' }) => void
}

describe('ReplyBox', () => {
  let box: ReturnType<typeof mounted>
  const conversation = (id: number) => ({
    id,
    visitor: 'Osk Fenn',
    queue: { id: 1, name: 'Bookings' },
    caseNumber: null,
  })
  const opened = (props: object = {}) =>
    (box = mounted(ReplyBox, {
      props: {
        conversation: conversation(7),
        name: 'Anton',
        busy: false,
        mine: true,
        lines: [],
        colleagues: [{ id: 4, name: 'Britta' }],
        ...props,
      },
    }))
  const field = () => box.get('textarea')
  const typed = () => (field().element as unknown as HTMLTextAreaElement).value
  const exposed = () => box.vm as unknown as Exposed
  const send = () => box.get('form').trigger('submit')
  beforeEach(() => localStorage.clear())
  afterEach(() => box.unmount())

  it('sends what was written, in the agent’s name', async () => {
    opened()
    await field().setValue('  The ferry leaves at nine. ')
    await send()
    expect(box.emitted('send')).to.eql([['The ferry leaves at nine.', false]])
  })
  it('sends in the team’s name where the agent wants it', async () => {
    opened()
    await box.get('[data-test="as-team"]').trigger('click')
    await field().setValue('It leaves at nine.')
    await send()
    expect(box.emitted('send')).to.eql([['It leaves at nine.', true]])
  })
  it('sends nothing of blanks alone', async () => {
    opened()
    await field().setValue('   ')
    await send()
    expect(box.emitted('send')).to.equal(undefined)
  })
  it('keeps a note apart from the reply, and asks a colleague in', async () => {
    opened()
    await field().setValue('A reply, half written')
    await box.get('[data-test="write-note"]').trigger('click')
    expect(typed()).to.equal('')
    await field().setValue('Is this your booking?')
    await send()
    expect(box.emitted('note')).to.eql([['Is this your booking?', null]])
    expect(box.emitted('send')).to.equal(undefined)
    expect(localStorage.getItem('janua:reply:1:7')).to.equal('A reply, half written')
  })
  it('keeps what is written for each conversation until it is sent', async () => {
    opened()
    await field().setValue('For the seventh')
    await box.setProps({ conversation: conversation(8) })
    expect(typed()).to.equal('')
    await box.setProps({ conversation: conversation(7) })
    expect(typed()).to.equal('For the seventh')
    exposed().sent('For the seventh', { conversation: 7, kind: 'reply' })
    await settled()
    expect(typed()).to.equal('')
    expect(localStorage.getItem('janua:reply:1:7')).to.equal(null)
  })
  it('leaves what was written on while the reply was on its way', async () => {
    opened()
    await field().setValue('First. Second.')
    exposed().sent('First.', { conversation: 7, kind: 'reply' })
    await settled()
    expect(typed().trim()).to.equal('Second.')
  })
  it('clears the draft of a conversation that is not shown any more', async () => {
    opened()
    await field().setValue('Gone with it')
    await box.setProps({ conversation: conversation(8) })
    await field().setValue('For the eighth')
    exposed().sent('Gone with it', { conversation: 7, kind: 'reply' })
    await settled()
    expect(localStorage.getItem('janua:reply:1:7')).to.equal(null)
    expect(typed()).to.equal('For the eighth')
  })
  it('puts a passage below what is there', async () => {
    opened()
    await field().setValue('Good morning ')
    exposed().insert('Bikes travel free.')
    await settled()
    expect(typed()).to.equal('Good morning\n\nBikes travel free.')
  })
  it('shows nobody a box for replies who only watches, but lets them note something', async () => {
    opened({ mine: false })
    expect(box.find('textarea').exists()).to.equal(false)
    await box.get('[data-test="write-note"]').trigger('click')
    await field().setValue('I know this visitor.')
    await send()
    expect(box.emitted('note')).to.eql([['I know this visitor.', null]])
  })
  it('tells that somebody writes, though not with every letter', async () => {
    opened()
    await field().setValue('a')
    await field().setValue('ab')
    expect(box.emitted('typing')).to.have.length(1)
  })
})

import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import TeachDialog from './TeachDialog.vue'

describe('TeachDialog', () => {
  const server = new FakeServer()
  let dialog: ReturnType<typeof mounted>
  async function opened(brief: object = {}) {
    dialog = mounted(TeachDialog, {
      props: {
        words: 'Cats travel in a carrier.',
        conversation: {
          id: 9,
          subject: 'Something about pets',
          brief: {
            unsettled: ['Can I bring a dog?', 'Can I bring a cat?'],
            sayNext: [
              { item: 2, title: 'Pets on board' },
              { item: 2, title: 'Pets on board' },
              { item: 3, title: 'Luggage' },
            ],
            ...brief,
          },
        },
      },
    })
    await settled()
  }
  const choose = (kind: string) => dialog.get(`[data-test="teach-${kind}"]`).setValue(true)
  const teach = async () => {
    await dialog.get('form').trigger('submit')
    await settled()
  }
  const proposed = () => server.askedOf('/desk/9/proposals').at(-1)?.body
  beforeEach(() => {
    server.listen()
    server.answers = () => ({})
  })
  afterEach(() => dialog.unmount())

  it('proposes the agent’s words for the last question that was left open', async () => {
    await opened()
    await teach()
    expect(proposed()).to.eql({
      kind: 'fixed',
      question: 'Can I bring a cat?',
      words: 'Cats travel in a carrier.',
      item: null,
    })
    expect(dialog.emitted('done')).to.have.length(1)
  })
  it('takes the subject where every question was settled', async () => {
    await opened({ unsettled: [] })
    await teach()
    expect(proposed().question).to.equal('Something about pets')
  })
  it('adds only a way to ask to an article that says it already', async () => {
    await opened()
    await choose('phrasing')
    await teach()
    expect(proposed()).to.include({ kind: 'phrasing', item: 2, words: '' })
  })
  it('offers no article where none came near', async () => {
    await opened({ sayNext: [] })
    expect(dialog.find('[data-test="teach-phrasing"]').exists()).to.equal(false)
  })
  it('stays open when the server refuses', async () => {
    server.on('POST', '/desk/9/proposals', () => 409)
    await opened()
    await teach()
    expect(dialog.emitted('done')).to.equal(undefined)
  })
})

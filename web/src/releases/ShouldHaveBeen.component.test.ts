import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import ShouldHaveBeen from './ShouldHaveBeen.vue'

describe('ShouldHaveBeen', () => {
  const server = new FakeServer()
  let dialog: ReturnType<typeof mounted>
  const candidate = (item: number, title: string, ordinal = 0) => ({
    item,
    title,
    ordinal,
    revision: item * 10,
    path: [],
    confidence: 0.4,
  })
  async function opened(question: object = {}) {
    dialog = mounted(ShouldHaveBeen, {
      props: {
        door: 2,
        messages: ['Hello', 'may I bring a dog', 'and a cat'],
        question: {
          text: 'may I bring a dog',
          message: { text: 'may I bring a dog' },
          place: 0,
          answer: {
            outcome: 'answered',
            blocks: [],
            readings: [],
            confidence: 0.8,
            sources: [candidate(1, 'Bikes')],
            trace: { candidates: [candidate(1, 'Bikes'), candidate(2, 'Pets on board')] },
          },
          ...question,
        },
      },
    })
    await settled()
  }
  const choose = async (what: string) => {
    const button = dialog
      .get('[data-test="wanted"]')
      .findAll('button')
      .find((each) => each.text() === what)!
    await button.trigger('click')
    await settled()
  }
  const store = async () => {
    await dialog.get('form').trigger('submit')
    await settled()
  }
  const sent = () => server.changes.map(({ path }) => path)
  beforeEach(() => {
    server.listen()
    server.on('GET', '/queues', () => [{ id: 6, name: 'Bookings' }])
    server.answers = () => ({})
  })
  afterEach(() => dialog.unmount())

  it('proposes what came nearest after the wrong answer, teaches it and checks it', async () => {
    await opened()
    await store()
    expect(sent()).to.eql(['/verdicts', '/articles/2/phrasings', '/checks'])
    const [verdict, taught, check] = server.changes.map(({ body }) => body)
    expect(verdict).to.include({ verdict: 'wrong', wanted: 'item', wantedId: 2 })
    expect(taught).to.eql({ phrasing: 'may I bring a dog', ready: true })
    expect(check).to.deep.include({
      messages: ['Hello', 'may I bring a dog'],
      comes: 'answer',
      item: 2,
      door: 2,
    })
    expect(dialog.emitted('done')).to.have.length(1)
  })
  it('teaches nothing of a follow-up, which means something only after its question', async () => {
    await opened({ carried: 'may I bring a bike' })
    await store()
    expect(sent()).to.eql(['/verdicts', '/checks'])
  })
  it('wants silence where there should be no answer', async () => {
    await opened()
    await choose('No answer')
    await store()
    expect(sent()).to.eql(['/verdicts', '/checks'])
    expect(server.changes[0]!.body).to.include({ wanted: 'nothing', wantedId: null })
    expect(server.changes[1]!.body).to.include({ comes: 'does not know', item: null })
  })
  it('stores nothing before a queue is chosen', async () => {
    await opened()
    await choose('A queue')
    expect(dialog.get('[data-test="should-store"]').attributes('disabled')).not.to.equal(undefined)
  })
  it('stays open when the server refuses', async () => {
    server.on('POST', '/verdicts', () => 422)
    await opened()
    await store()
    expect(sent()).to.eql(['/verdicts'])
    expect(dialog.emitted('done')).to.equal(undefined)
  })
})

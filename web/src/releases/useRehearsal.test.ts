import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import { effectScope, type EffectScope } from 'vue'
import { useSession } from '../shell/session.ts'
import { FakeBrowser } from '../testing/fakeBrowser.ts'
import { toldIn, useRehearsal } from './useRehearsal.ts'

interface Held {
  messages: string[]
  answer: (outcome: 'played' | 'lost') => Promise<void>
}

/** A rehearsal whose answers come when the test lets them. */
describe('useRehearsal', () => {
  const browser = new FakeBrowser()
  let scope: EffectScope
  let held: Held[]
  beforeEach(() => {
    browser.open()
    setActivePinia(createPinia())
    scope = effectScope()
    held = []
    browser.answers = ({ body }) =>
      new Promise((done) => {
        const messages = body.messages as string[]
        const played = {
          messages: messages.map((text) => ({
            text,
            asked: [{ text, answer: { outcome: 'answered' } }],
          })),
        }
        held.push({
          messages,
          answer: async (outcome) => (
            done(outcome === 'played' ? played : new Error('no line')),
            settled()
          ),
        })
      })
  })
  afterEach(() => {
    scope.stop()
    browser.close()
  })
  const settled = () => new Promise<void>((done) => setTimeout(done, 5))
  const opened = () => {
    const rehearsal = scope.run(() => useRehearsal())!
    rehearsal.door.value = 1
    return rehearsal
  }

  it('shows the answer to what was asked last', async () => {
    const rehearsal = opened()
    void rehearsal.ask('dogs?')
    await held[0]!.answer('played')
    expect(rehearsal.current.value).to.include({ text: 'dogs?', place: 0 })
    void rehearsal.ask('and cats?')
    await held[1]!.answer('played')
    expect(held[1]!.messages).to.eql(['dogs?', 'and cats?'])
    expect(rehearsal.current.value).to.include({ text: 'and cats?', place: 1 })
  })
  it('takes a question back that could not be asked, and says why', async () => {
    const rehearsal = opened()
    const asked = rehearsal.ask('dogs?')
    await held[0]!.answer('lost')
    expect(await asked).to.equal(false)
    expect(rehearsal.messages.value).to.eql([])
    expect(rehearsal.failure.value).to.include('Nothing was lost')
  })
  it('loses no question when the draft is saved while it is asked', async () => {
    const rehearsal = opened()
    const asked = rehearsal.ask('dogs?')
    void rehearsal.play()
    await held[0]!.answer('played')
    expect(await asked).to.equal(true)
    await held[1]!.answer('played')
    expect(rehearsal.messages.value).to.eql(['dogs?'])
    expect(rehearsal.current.value).to.include({ text: 'dogs?' })
  })
  it('shows what came of the newest reading, in whatever order answers come', async () => {
    const rehearsal = opened()
    void rehearsal.ask('one')
    void rehearsal.ask('two')
    await held[1]!.answer('played')
    await held[0]!.answer('played')
    expect(rehearsal.messages.value).to.eql(['one', 'two'])
    expect(rehearsal.questions.value.map(({ text }) => text)).to.eql(['one', 'two'])
    expect(rehearsal.current.value).to.include({ text: 'two' })
    expect(rehearsal.busy.value).to.equal(false)
  })
  it('compares with the live release, and goes on when that cannot be asked', async () => {
    useSession().release = { live: { number: 6 } } as never
    const rehearsal = opened()
    rehearsal.compares.value = true
    void rehearsal.ask('dogs?')
    expect(browser.asked.slice(-2).map(({ body }) => body.release)).to.eql([null, 6])
    await held[1]!.answer('lost')
    await held[0]!.answer('played')
    expect(rehearsal.current.value).to.include({ text: 'dogs?' })
    expect(rehearsal.besideCurrent.value).to.equal(undefined)
  })
  it('takes the last message back, until none is left', async () => {
    const rehearsal = opened()
    for (const text of ['one', 'two']) {
      void rehearsal.ask(text)
      await held.at(-1)!.answer('played')
    }
    rehearsal.takeBack()
    await held.at(-1)!.answer('played')
    expect(rehearsal.current.value).to.include({ text: 'one' })
    rehearsal.takeBack()
    expect([rehearsal.messages.value, rehearsal.questions.value, rehearsal.current.value]).to.eql([
      [],
      [],
      undefined,
    ])
  })
})

describe('toldIn', () => {
  it('reads what a visitor told, a line each', () =>
    expect(toldIn('ship: Merrow\n name :Osk: V\nnonsense\n: x\nempty:')).to.eql({
      ship: 'Merrow',
      name: 'Osk: V',
    }))
})

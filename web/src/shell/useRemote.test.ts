import { expect } from 'chai'
import { ref } from 'vue'
import { FakeBrowser, refusal } from '../testing/fakeBrowser.ts'
import { askingOnce, inPage } from '../testing/inPage.ts'
import { useRemote } from './useRemote.ts'

describe('useRemote', () => {
  const browser = new FakeBrowser()
  const asked: { path: string; answer: (answer: unknown) => void }[] = []
  beforeEach(() => {
    asked.length = 0
    browser.open()
    browser.answers = ({ path }) => new Promise((answer) => asked.push({ path, answer }))
  })
  afterEach(() => browser.close())

  /** A question goes out, and an answer comes in, some moments later. */
  const settled = () => new Promise((done) => setTimeout(done, 20))

  it('asks at once, and again when the query changes; what was shown stays until then', async () => {
    const weeks = ref(4)
    const { made, leave } = inPage(() => useRemote('/coverage', () => ({ weeks: weeks.value })))
    expect(made.state.value).to.eql({ status: 'loading', value: undefined })
    await settled()
    expect(asked.map(({ path }) => path)).to.eql(['/coverage?weeks=4'])
    asked[0]!.answer({ shown: 4 })
    await settled()
    expect(made.state.value).to.eql({ status: 'ready', value: { shown: 4 } })
    weeks.value = 12
    await settled()
    expect(made.state.value).to.eql({ status: 'loading', value: { shown: 4 } })
    asked[1]!.answer({ shown: 12 })
    await settled()
    expect(made.state.value).to.eql({ status: 'ready', value: { shown: 12 } })
    leave()
  })
  it('shows a page that is opened again what it last showed, until the new answer is there', async () => {
    const queryClient = askingOnce()
    const first = inPage(() => useRemote('/team'), queryClient)
    await settled()
    asked[0]!.answer(['Ines'])
    await settled()
    first.leave()
    const again = inPage(() => useRemote('/team'), queryClient)
    expect(again.made.state.value).to.eql({ status: 'loading', value: ['Ines'] })
    await settled()
    asked[1]!.answer(['Ines', 'Anton'])
    await settled()
    expect(again.made.state.value).to.eql({ status: 'ready', value: ['Ines', 'Anton'] })
    again.leave()
    queryClient.clear()
  })
  it('says in the server’s words why there is no answer, and keeps what was shown', async () => {
    const { made, leave } = inPage(() => useRemote('/team'))
    await settled()
    asked[0]!.answer(['Ines'])
    await settled()
    const reloaded = made.reload()
    await settled()
    asked[1]!.answer(refusal(409, { message: 'Not now.' }))
    await reloaded
    expect(made.state.value).to.eql({ status: 'failed', reason: 'Not now.', value: ['Ines'] })
    leave()
  })
  it('asks nothing while it is not wanted', async () => {
    const wanted = ref(false)
    const { made, leave } = inPage(() =>
      useRemote('/queues', undefined, { when: () => wanted.value }),
    )
    await settled()
    expect(made.state.value.status).to.equal('idle')
    expect(asked).to.eql([])
    wanted.value = true
    await settled()
    expect(asked).to.have.length(1)
    leave()
  })
})

import { expect } from 'chai'
import { effectScope } from 'vue'
import { Refused } from './api.ts'
import { useLatest } from './useLatest.ts'

describe('useLatest', () => {
  const inScope = <T>(make: () => T) => {
    const scope = effectScope()
    return { made: scope.run(make)!, stop: () => scope.stop() }
  }
  it('shows the newest answer only, however late an older one comes', async () => {
    const waiting: ((value: string) => void)[] = []
    const { made } = inScope(() =>
      useLatest((_signal, _question: string) => new Promise<string>((done) => waiting.push(done))),
    )
    const [first, second] = [made.run('first'), made.run('second')]
    waiting[1]!('second answer')
    await second
    waiting[0]!('first answer')
    await first
    expect(made.state.value).to.eql({ status: 'ready', value: 'second answer' })
  })
  it('keeps what was shown while it asks again, and when that fails', async () => {
    let fail = false
    const { made } = inScope(() =>
      useLatest(async () => {
        if (fail) throw new Refused(409, { code: 'X', message: 'Not now.' })
        return 'shown'
      }),
    )
    await made.run()
    fail = true
    const asking = made.run()
    expect(made.state.value).to.eql({ status: 'loading', value: 'shown' })
    await asking
    expect(made.state.value).to.eql({ status: 'failed', reason: 'Not now.', value: 'shown' })
  })
  it('drops its question when the page is left', async () => {
    let seen: AbortSignal | undefined
    const { made, stop } = inScope(() =>
      useLatest((signal) => new Promise<void>(() => (seen = signal))),
    )
    void made.run()
    stop()
    expect(seen!.aborted).to.equal(true)
  })
})

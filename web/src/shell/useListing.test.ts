import { expect } from 'chai'
import { computed, effectScope, ref } from 'vue'
import { useListing } from './useListing.ts'

describe('a searched list', () => {
  const scope = effectScope()
  after(() => scope.stop())

  it('is asked for after a pause in typing, from its first page', async () => {
    const { search, words, offset } = scope.run(() => useListing())!
    offset.value = 50
    search.value = 'do'
    search.value = 'dog'
    expect([words.value, offset.value], 'still typing').to.eql(['', 50])
    await new Promise((done) => setTimeout(done, 260))
    expect([words.value, offset.value]).to.eql(['dog', 0])
  })
  it('begins at its first page when it is narrowed, before anybody asks', () => {
    const state = ref('open')
    const { offset } = scope.run(() => useListing(() => [state.value]))!
    const asked = computed(() => `${state.value} ${offset.value}`)
    offset.value = 25
    expect(asked.value).to.equal('open 25')
    state.value = 'fixed'
    expect(asked.value).to.equal('fixed 0')
  })
  it('stays where it is while nothing narrows it', () => {
    const state = ref('open')
    const { offset } = scope.run(() => useListing(() => [state.value]))!
    offset.value = 25
    state.value = 'open'
    expect(offset.value).to.equal(25)
  })
})

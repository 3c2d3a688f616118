import type { DraftChange, PublishInput } from '@janua/contracts'
import { expect } from 'chai'
import { FakeBrowser, until } from '../testing/fakeBrowser.ts'
import { inPage } from '../testing/inPage.ts'
import { usePublishing } from './usePublishing.ts'

describe('usePublishing', () => {
  const browser = new FakeBrowser()
  let leave: () => void
  const change = (item: number, ready = true) =>
    ({ item, title: `Article ${item}`, ready }) as DraftChange
  const input = { items: [1], audience: 'all' } as PublishInput
  const proofsOf = () => browser.askedOf('/draft/proof').map(({ body }) => body.items)
  async function opened() {
    const { made, leave: left } = inPage(usePublishing)
    leave = left
    await until(() => made.proof.value !== undefined)
    return made
  }
  beforeEach(() => {
    browser.open()
    browser.on('GET', '/draft', () => [change(1), change(2), change(3, false)])
    for (const path of ['/releases', '/scheduled']) browser.on('GET', path, () => [])
    browser.on('GET', '/releases/open', () => null)
    browser.on('GET', '/releases/state', () => ({ live: null }))
    browser.on('POST', '/draft/proof', ({ items }) => ({ about: items }))
  })
  afterEach(() => {
    leave()
    browser.close()
  })

  it('takes what is ready, and proves it', async () => {
    const { chosen, proof } = await opened()
    expect(chosen.value).to.eql([1, 2])
    expect(proof.value).to.eql({ about: [1, 2] })
  })
  it('proves anew what is left when a change waits for a later release', async () => {
    const made = await opened()
    made.toggle(2, false)
    await until(() => proofsOf().length === 2)
    made.toggle(2, true)
    await until(() => proofsOf().length === 3)
    expect(proofsOf()).to.eql([[1, 2], [1], [1, 2]])
  })
  it('shows the proof of what is chosen, in whatever order proofs come', async () => {
    const made = await opened()
    const answers: ((proof: unknown) => void)[] = []
    browser.on('POST', '/draft/proof', () => new Promise((answer) => answers.push(answer)))
    made.toggle(2, false)
    await until(() => answers.length === 1)
    made.toggle(1, false)
    made.toggle(2, true)
    await until(() => answers.length === 2)
    answers[1]!({ about: [2] })
    answers[0]!({ about: [1] })
    await until(() => made.proof.value !== undefined)
    expect(made.proof.value).to.eql({ about: [2] })
  })
  it('proves nothing when nothing is chosen', async () => {
    const made = await opened()
    made.toggle(1, false)
    made.toggle(2, false)
    await until(() => made.proof.value === undefined)
    expect(proofsOf().at(-1)).not.to.eql([])
  })
  it('tells what came of it: how many gaps the new release answers', async () => {
    const made = await opened()
    made.toggle(2, false)
    const proof = (release: number, outcome: string) => ({ proof: { release, outcome } })
    browser.on('POST', '/releases', () => ({
      number: 7,
      scheduled: null,
      proofs: [proof(7, 'answered'), proof(6, 'answered'), proof(7, 'unanswered')],
    }))
    expect(await made.publish(input)).to.equal(true)
    expect(made.fixed.value).to.equal(1)
    expect(made.outcome.value).to.include({ number: 7, audience: 'all' })
    expect(made.left.value.size, 'what was left is asked for anew').to.equal(0)
  })
  it('keeps the choice when it is refused', async () => {
    const made = await opened()
    made.toggle(2, false)
    browser.on('POST', '/releases', () => 409)
    expect(await made.publish(input)).to.equal(false)
    expect(made.outcome.value).to.equal(undefined)
    expect(made.chosen.value).to.eql([1])
  })
  it('tells no more of a publication once something else is done', async () => {
    const made = await opened()
    browser.on('POST', '/releases', () => ({ number: 7, scheduled: null, proofs: [] }))
    await made.publish(input)
    browser.on('PUT', '/draft/3/ready', () => undefined)
    await made.setReady(change(3, false), true)
    expect(made.outcome.value).to.equal(undefined)
  })
  it('asks again what was asked in four weeks, of what is chosen', async () => {
    const made = await opened()
    browser.on('POST', '/replays', () => ({ id: 5 }))
    await made.replay()
    const { from, to, items } = browser.askedOf('/replays').at(-1)!.body
    expect((Date.parse(to) - Date.parse(from)) / 86_400_000).to.equal(29)
    expect(items).to.eql([1, 2])
  })
})

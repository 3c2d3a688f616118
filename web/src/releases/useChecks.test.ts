import type { CheckInput, CheckView } from '@janua/contracts'
import { expect } from 'chai'
import { FakeBrowser, until } from '../testing/fakeBrowser.ts'
import { inPage } from '../testing/inPage.ts'
import { useChecks } from './useChecks.ts'

describe('useChecks', () => {
  const browser = new FakeBrowser()
  let leave: () => void
  const check = (id: number, passed: boolean | null) =>
    ({ id, result: passed === null ? null : { passed } }) as CheckView
  const input = { messages: ['Do you take dogs?'] } as CheckInput
  const asked = () => browser.changes.map(({ method, path }) => `${method} ${path}`)
  async function opened() {
    const { made, leave: left } = inPage(useChecks)
    leave = left
    await until(() => made.list.value !== undefined)
    return made
  }
  beforeEach(() => {
    browser.open()
    browser.on('GET', '/checks', () => ({
      checks: [check(1, true), check(2, false), check(3, null)],
      run: null,
      reviewed: 0,
    }))
    browser.on('POST', '/checks/run', () => undefined)
  })
  afterEach(() => {
    leave()
    browser.close()
  })

  it('shows what fails first, or alone', async () => {
    const { rows, show } = await opened()
    expect(rows.value.map(({ id }) => id)).to.eql([2, 1, 3])
    show.value = 'failing'
    expect(rows.value.map(({ id }) => id)).to.eql([2])
  })
  it('runs checks once one is added or changed', async () => {
    const { store } = await opened()
    browser.on('POST', '/checks', () => ({ id: 4 }))
    browser.on('PUT', '/checks/2', () => undefined)
    expect(await store(input)).to.equal(true)
    expect(await store(input, check(2, false))).to.equal(true)
    expect(asked()).to.eql([
      'POST /checks',
      'POST /checks/run',
      'PUT /checks/2',
      'POST /checks/run',
    ])
  })
  it('keeps the editor open when one is refused, and runs nothing', async () => {
    const { store } = await opened()
    browser.on('POST', '/checks', () => 422)
    expect(await store(input)).to.equal(false)
    expect(asked()).to.eql(['POST /checks'])
  })
  it('tells what a file brought, and runs what is new', async () => {
    const { bring, read } = await opened()
    const brought = { added: 1, known: 0, faults: [{ row: 3, because: 'no question' }] }
    browser.on('POST', '/checks/file', () => brought)
    await bring(new File(['question,article\n'], 'checks.csv'))
    expect(read.value).to.eql(brought)
    expect(browser.changes[0]!.body).to.eql({ name: 'checks.csv', csv: 'question,article\n' })
    expect(asked().at(-1)).to.equal('POST /checks/run')
  })
})

import { expect } from 'chai'
import { freshJanua } from '../testing/harness.ts'
import type { Settings } from './settings.ts'

describe('settings', () => {
  let settings: Settings
  let close: () => Promise<void>
  before(async () => {
    const fresh = await freshJanua()
    settings = fresh.janua.settings
    close = fresh.close
  })
  after(() => close())

  it('are kept by name, whatever they are', async () => {
    for (const value of ['2026-11-23', 7, false, [1, 2], { at: '2026-11-23' }]) {
      await settings.write('something', value)
      expect(await settings.read('something')).to.eql(value)
    }
  })
  it('are undefined when there are none, and when they were removed', async () => {
    expect(await settings.read('nothing')).to.equal(undefined)
    await settings.write('something', 1)
    await settings.remove('something')
    expect(await settings.read('something')).to.equal(undefined)
  })
  it('are read several at once', async () => {
    await settings.write('one', 1)
    await settings.write('two', 'zwei')
    expect([...(await settings.readAll(['one', 'two', 'three']))]).to.have.deep.members([
      ['one', 1],
      ['two', 'zwei'],
    ])
  })
})

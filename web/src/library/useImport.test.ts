import type { ImportView, SheetPreview } from '@janua/contracts'
import { expect } from 'chai'
import { effectScope } from 'vue'
import { FakeBrowser, until } from '../testing/fakeBrowser.ts'
import { useImport } from './useImport.ts'

const server = new FakeBrowser()
const VIEW: ImportView = {
  id: 5,
  state: 'reading',
  read: 0,
  total: 2,
  current: 'a.md',
  results: [],
  sheets: [],
  by: 'Ines',
  at: '2026-11-23T10:00:00Z',
}
const SHEET: SheetPreview = {
  file: 'q.csv',
  sheet: '',
  rows: 3,
  sample: [['question', 'answer']],
  guess: { as: 'article', header: true, columns: ['question', 'answer'] },
  warnings: [],
}
const file = (name: string, size = 10) =>
  Object.defineProperty(new File(['x'], name), 'size', { value: size })

describe('useImport', () => {
  before(() => server.open())
  after(() => server.close())
  beforeEach(() => server.open())
  function opened() {
    let ended = 0
    const scope = effectScope()
    const made = scope.run(() => useImport(() => void ended++))!
    return { ...made, ended: () => ended, stop: () => scope.stop() }
  }

  it('sends files, follows the job, and tells once it has ended', async () => {
    server.on('POST', '/imports', () => VIEW)
    const views: ImportView[] = [
      { ...VIEW, read: 1 },
      { ...VIEW, state: 'storing', read: 2 },
      {
        ...VIEW,
        state: 'done',
        read: 2,
        results: [{ file: 'a.md', result: 'refused', reason: 'the file is empty' }],
      },
    ]
    server.on('GET', '/imports/5', () => views.shift())
    const page = opened()
    await page.send([file('a.md'), file('b.md'), file('.hidden')])
    expect(page.busy.value).to.equal(true)
    await until(() => page.view.value?.state === 'done')
    expect(page.results.value).to.have.length(1)
    expect([page.busy.value, page.ended()]).to.eql([false, 1])
    expect((server.asked[0]!.body as FormData).getAll('files')).to.have.length(2)
  })
  it('does not send what is far too large, and says so beside the rest', async () => {
    server.on('POST', '/imports', () => ({ ...VIEW, state: 'done' }))
    const page = opened()
    await page.send([file('huge.pdf', 60 * 1024 * 1024), file('a.md')])
    expect(page.results.value).to.eql([
      { file: 'huge.pdf', result: 'refused', reason: 'it is larger than 50 MB' },
    ])
    expect((server.asked[0]!.body as FormData).getAll('files')).to.have.length(1)
    server.open()
    await page.send([file('huge.pdf', 60 * 1024 * 1024)])
    expect(server.asked).to.eql([])
  })
  it('cancels', async () => {
    server.on('POST', '/imports', () => VIEW)
    server.on('DELETE', '/imports/5', () => ({ ...VIEW, state: 'cancelled' }))
    const page = opened()
    await page.send([file('a.md')])
    await page.cancel()
    expect(page.view.value!.state).to.equal('cancelled')
    expect(page.ended()).to.equal(1)
  })
  it('answers for a sheet, or leaves it', async () => {
    server.on('POST', '/imports', () => ({ ...VIEW, state: 'asking', sheets: [SHEET] }))
    server.on('POST', '/imports/5/trial', () => ({ items: 2, faults: [], first: [] }))
    server.on('POST', '/imports/5/sheets', () => ({ ...VIEW, state: 'done' }))
    const page = opened()
    await page.send([file('q.csv')])
    expect(page.busy.value).to.equal(false)
    expect(await page.trial(SHEET, SHEET.guess)).to.include({ items: 2 })
    await page.answer(SHEET, null)
    expect(server.asked.at(-1)!.body).to.eql({ file: 'q.csv', sheet: '', mapping: null })
    expect(page.view.value!.state).to.equal('done')
  })
  it('says what went wrong, and can be put away', async () => {
    const page = opened()
    await page.send([file('a.md')])
    expect(page.failure.value).to.equal('nothing is set for POST /imports')
    page.putAway()
    expect(page.failure.value).to.equal('')
  })
  it('stops following when the page is left', async () => {
    server.on('POST', '/imports', () => VIEW)
    server.on('GET', '/imports/5', () => VIEW)
    const page = opened()
    await page.send([file('a.md')])
    page.stop()
    const asked = server.asked.length
    await new Promise((done) => setTimeout(done, 500))
    expect(server.asked.length).to.equal(asked)
  })
})

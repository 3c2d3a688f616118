import type { SheetMapping, SheetTrial } from '@janua/contracts'
import { expect } from 'chai'
import Select from 'primevue/select'
import { mounted } from '../testing/mounted.ts'
import SheetMapper from './SheetMapper.vue'

describe('SheetMapper', () => {
  let sheet: ReturnType<typeof mounted>
  let tried: SheetMapping[]
  const pause = () => new Promise((done) => setTimeout(done, 180))
  async function opened(trial: (mapping: SheetMapping) => Promise<Partial<SheetTrial>>) {
    tried = []
    sheet = mounted(SheetMapper, {
      props: {
        preview: {
          file: 'faq.csv',
          sheet: null,
          rows: 3,
          sample: [
            ['Question', 'Answer', 'Remark'],
            ['When does the ferry leave?', 'At nine.', 'old'],
          ],
          guess: { as: 'article', header: true, columns: ['question', 'answer', ''] },
        },
        trial: (mapping: SheetMapping) => {
          tried.push(structuredClone({ ...mapping, columns: [...mapping.columns] }))
          return trial(mapping)
        },
      },
    })
    await pause()
  }
  const two = () => Promise.resolve({ items: 2, faults: [], first: [] })
  const select = (name: string) =>
    sheet.findAllComponents(Select).find((each) => each.attributes('data-test') === name)!
  const take = () => sheet.get('[data-test="take-sheet"]')
  afterEach(() => sheet.unmount())

  it('tries the guessed columns at once, and says what would come in', async () => {
    await opened(two)
    expect(tried).to.have.length(1)
    expect(sheet.get('[data-test="trial"]').text()).to.include('2 entries')
    await take().trigger('click')
    expect((sheet.emitted('take')![0] as [SheetMapping])[0]).to.deep.include({
      as: 'article',
      columns: ['question', 'answer', ''],
    })
  })
  it('tries again with a column that is chosen', async () => {
    await opened(two)
    select('column-3').vm.$emit('update:modelValue', 'collection')
    await pause()
    expect(tried.at(-1)!.columns).to.eql(['question', 'answer', 'collection'])
    select('column-3').vm.$emit('update:modelValue', 'none')
    await pause()
    expect(tried.at(-1)!.columns).to.eql(['question', 'answer', ''])
  })
  it('lets go of columns that another kind of entry does not have', async () => {
    await opened(two)
    select('rows-become').vm.$emit('update:modelValue', 'glossary')
    await pause()
    expect(tried.at(-1)).to.deep.include({ as: 'glossary', columns: ['', '', ''] })
  })
  it('names the rows that would stay out', async () => {
    await opened(() =>
      Promise.resolve({ items: 1, faults: [{ row: 3, because: 'it has no answer' }], first: [] }),
    )
    expect(sheet.get('[data-test="faults"]').text()).to.include('row 3: it has no answer')
  })
  it('brings in nothing where nothing would come of it', async () => {
    await opened(() => Promise.resolve({ items: 0, faults: [], first: [] }))
    expect(take().attributes('disabled')).not.to.equal(undefined)
  })
  it('says it when the trial fails', async () => {
    await opened(() => Promise.reject(new Error('no line')))
    expect(sheet.get('[role="alert"]').text()).not.to.equal('')
    expect(take().attributes('disabled')).not.to.equal(undefined)
  })
})

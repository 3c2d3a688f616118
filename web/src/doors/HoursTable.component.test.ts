import { expect } from 'chai'
import { mounted } from '../testing/mounted.ts'
import HoursTable from './HoursTable.vue'

type Week = { from: string; to: string }[][]

describe('HoursTable', () => {
  let table: ReturnType<typeof mounted>
  let hours: Week
  const week = (monday: Week[number]): Week => [monday, [], [], [], [], [], []]
  function opened(of: Week): void {
    hours = of
    const show = async (next: Week) => {
      hours = next
      await table.setProps({ modelValue: next })
    }
    table = mounted(HoursTable, { props: { modelValue: of, 'onUpdate:modelValue': show } })
  }
  const field = (name: string) => table.get<HTMLInputElement>(`[aria-label="${name}"]`)
  afterEach(() => table.unmount())

  it('says which days nobody is there', () => {
    opened(week([{ from: '09:00', to: '17:00' }]))
    expect(table.findAll('tr').map((row) => row.text().includes('nobody'))).to.eql([
      false,
      ...Array.from({ length: 6 }, () => true),
    ])
  })
  it('reads midnight at the end of a day as its end, and shows it as clocks do', async () => {
    opened(week([{ from: '09:00', to: '17:00' }]))
    await field('Monday to').setValue('00:00')
    expect(hours[0]).to.eql([{ from: '09:00', to: '24:00' }])
    expect(field('Monday to').element.value).to.equal('00:00')
  })
  it('leaves midnight at the beginning of a day where it is', async () => {
    opened(week([{ from: '09:00', to: '17:00' }]))
    await field('Monday from').setValue('00:00')
    expect(hours[0]).to.eql([{ from: '00:00', to: '17:00' }])
  })
  it('takes a time as it is typed, and takes back what is none', async () => {
    opened(week([{ from: '09:00', to: '17:00' }]))
    await field('Monday from').setValue('8.30')
    expect(hours[0]).to.eql([{ from: '08:30', to: '17:00' }])
    await field('Monday to').setValue('late')
    expect(hours[0]).to.eql([{ from: '08:30', to: '17:00' }])
    expect(field('Monday to').element.value).to.equal('17:00')
  })
  it('changes one day and no other', async () => {
    opened(week([{ from: '09:00', to: '17:00' }]))
    await table.get('[aria-label="Add hours on Tuesday"]').trigger('click')
    await table.get('[aria-label="Remove Monday 09:00"]').trigger('click')
    expect(hours.slice(0, 3)).to.eql([[], [{ from: '09:00', to: '17:00' }], []])
  })
  it('takes four times a day at the most', async () => {
    opened(week(Array.from({ length: 4 }, () => ({ from: '09:00', to: '10:00' }))))
    expect(table.find('[aria-label="Add hours on Monday"]').exists()).to.equal(false)
  })
})

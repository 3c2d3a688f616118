import { expect } from 'chai'
import Column from 'primevue/column'
import { type Component, h } from 'vue'
import { mounted } from '../testing/mounted.ts'
import RemoteTable from './RemoteTable.vue'

describe('RemoteTable', () => {
  const opened = (props: object) =>
    mounted(RemoteTable, {
      props,
      slots: {
        default: () => h(Column as Component, { field: 'name', header: 'Name' }),
        empty: () => 'Nobody is invited yet.',
      },
    })

  it('shows rows', () => {
    const table = opened({ state: { status: 'ready', value: [{ id: 1, name: 'Ines' }] } })
    expect(table.text()).to.include('Name').and.to.include('Ines')
  })
  it('says that they come, and only then that there are none', () => {
    expect(opened({ state: { status: 'loading' } }).text())
      .to.include('Loading')
      .and.not.include('Nobody')
    expect(opened({ state: { status: 'ready', value: [] } }).text()).to.include(
      'Nobody is invited yet.',
    )
  })
  it('says why there are none, in place of an empty table', () => {
    const table = opened({ state: { status: 'failed', reason: 'Not now.' } })
    expect(table.text()).to.include('Not now.')
    expect(table.html()).not.to.include('<table')
  })
  it('keeps rows that were there when they cannot be read again', () => {
    const table = opened({
      state: { status: 'failed', reason: 'Not now.', value: [{ id: 1, name: 'Ines' }] },
    })
    expect(table.text()).to.include('Not now.').and.to.include('Ines')
  })
  it('offers further pages where the server has more', () => {
    const rows = [{ id: 1, name: 'Ines' }]
    const table = opened({
      state: { status: 'ready', value: { rows, total: 60 } },
      pageSize: 25,
    })
    expect(table.html()).to.match(/aria-label="Page 3"|>3</)
  })
})

import { expect } from 'chai'
import MoveDialog from '../handover/MoveDialog.vue'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import { escapeFromSelects } from './escape.ts'

describe('escapeFromSelects', () => {
  let dialog: ReturnType<typeof mounted>
  let end: () => void
  const select = () => dialog.get('[role="combobox"]')
  const escape = async () => {
    await select().trigger('keydown', { key: 'Escape', code: 'Escape' })
    await settled()
  }
  /** Dialogs listen at the document. */
  const heard: (EventTarget | null)[] = []
  const hear = ({ target }: Event) => heard.push(target)
  beforeEach(async () => {
    heard.length = 0
    document.addEventListener('keydown', hear)
    end = escapeFromSelects()
    dialog = mounted(MoveDialog, {
      props: {
        modelValue: true,
        conversation: { queue: { id: 1, name: 'Bookings' } },
        queues: [],
        busy: false,
      },
    })
    await settled()
  })
  afterEach(() => {
    end()
    document.removeEventListener('keydown', hear)
    dialog.unmount()
  })

  it('lets a dialog hear the key from a select that is closed', async () => {
    await escape()
    expect(heard).to.eql([dialog.get('[role="dialog"]').element])
  })
  it('leaves the key to a select that is open', async () => {
    await select().trigger('click')
    await settled()
    expect(select().attributes('aria-expanded')).to.equal('true')
    await escape()
    expect(heard).to.eql([])
  })
})

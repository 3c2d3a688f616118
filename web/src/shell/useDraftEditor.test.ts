import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import { effectScope, nextTick, ref } from 'vue'
import { FakeBrowser } from '../testing/fakeBrowser.ts'
import { Refused } from './api.ts'
import { useSession } from './session.ts'
import { useDraftEditor } from './useDraftEditor.ts'

interface Words {
  text: string
}
interface Sign extends Words {
  revision: number
}

describe('useDraftEditor', () => {
  const browser = new FakeBrowser()
  let onServer: Sign
  let refusal: Refused | undefined
  const sent: { content: Words; base: number; ready: boolean }[] = []
  beforeEach(() => {
    browser.open()
    setActivePinia(createPinia())
    useSession().user = { id: 5 } as never
    onServer = { revision: 3, text: 'Open' }
    refusal = undefined
    sent.length = 0
  })
  afterEach(() => browser.close())

  async function opened(ontoNewest = false) {
    const text = ref('')
    const editor = effectScope().run(() =>
      useDraftEditor<Sign, Words>({
        name: 'sign',
        load: async () => onServer,
        store: async (content, base, ready) => {
          sent.push({ content, base, ready })
          if (refusal) throw refusal
          return (onServer = { revision: onServer.revision + 1, ...content })
        },
        contentOf: (sign) => ({ text: sign.text }),
        edited: () => ({ text: text.value }),
        show: (shown) => (text.value = shown.text),
        ontoNewest,
      }),
    )!
    await editor.load()
    return { ...editor, text }
  }
  /** Somebody writes something, goes away without saving, and comes back. */
  async function leftAndCame(ontoNewest: boolean, meanwhile: () => void) {
    const first = await opened(ontoNewest)
    first.text.value = 'Shut'
    await nextTick()
    meanwhile()
    return opened(ontoNewest)
  }

  it('has edits of before again, and says nothing of a change that there was not', async () => {
    const editor = await leftAndCame(true, () => undefined)
    expect([editor.text.value, editor.restored.value, editor.meanwhile.value]).to.eql([
      'Shut',
      true,
      false,
    ])
  })
  it('puts them onto what was saved meanwhile where one decides for the whole, and says so', async () => {
    const editor = await leftAndCame(true, () => (onServer = { revision: 8, text: 'Ajar' }))
    expect([editor.text.value, editor.meanwhile.value]).to.eql(['Shut', true])
    await editor.save(true)
    expect(sent).to.eql([{ content: { text: 'Shut' }, base: 8, ready: true }])
  })
  it('else leaves them on what they were made from, so that the server tells of the conflict', async () => {
    const editor = await leftAndCame(false, () => (onServer = { revision: 8, text: 'Ajar' }))
    await editor.save(false)
    expect(sent).to.eql([{ content: { text: 'Shut' }, base: 3, ready: false }])
  })
  it('shows both sides of a conflict, and keeps either', async () => {
    const conflicted = async () => {
      const editor = await opened()
      editor.text.value = 'Shut'
      refusal = new Refused(409, {
        code: 'ITEM_CHANGED',
        message: 'Edda saved this after you opened it.',
        detail: { theirs: { text: 'Ajar' }, revision: 8 },
      })
      expect(await editor.save(true)).to.equal(false)
      expect(editor.conflict.value).to.deep.include({ theirs: { text: 'Ajar' }, revision: 8 })
      refusal = undefined
      return editor
    }
    const mine = await conflicted()
    mine.keepMine()
    await mine.save(true)
    expect(sent.at(-1)).to.deep.include({ content: { text: 'Shut' }, base: 8 })
    const theirs = await conflicted()
    theirs.takeTheirs()
    expect([theirs.text.value, theirs.conflict.value]).to.eql(['Ajar', undefined])
  })
  it('keeps what is typed while it saves as a change of what is stored then', async () => {
    const editor = await opened()
    editor.text.value = 'Shut'
    const saving = editor.save(true)
    editor.text.value = 'Shut till noon'
    expect(await saving).to.equal(true)
    expect([editor.stored.value?.text, editor.text.value, editor.changed.value]).to.eql([
      'Shut',
      'Shut till noon',
      true,
    ])
    editor.discard()
    expect([editor.text.value, editor.changed.value]).to.eql(['Shut', false])
  })
})

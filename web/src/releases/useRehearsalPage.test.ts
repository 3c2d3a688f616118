import { expect } from 'chai'
import { FakeBrowser, until } from '../testing/fakeBrowser.ts'
import { inPage } from '../testing/inPage.ts'
import { useRehearsalPage } from './useRehearsalPage.ts'

describe('useRehearsalPage', () => {
  const browser = new FakeBrowser()
  let leave: () => void
  let fails: boolean
  const posted = (path: string) => browser.asked.filter((each) => each.path.endsWith(path))
  async function opened(query: Record<string, string | string[]> = {}) {
    const { made, leave: left } = inPage(() => useRehearsalPage(query))
    leave = left
    await made.begin()
    return made
  }
  beforeEach(() => {
    fails = false
    browser.open()
    browser.answers = ({ path, body }) => {
      if (path.endsWith('/doors')) return [{ id: 3 }, { id: 5 }]
      if (path.endsWith('/releases'))
        return [
          { number: 12, live: true },
          { number: 11, live: false },
        ]
      if (!path.endsWith('/rehearsal')) return {}
      if (fails) throw new Error('no line')
      return {
        messages: (body.messages as string[]).map((text) => ({
          text,
          asked: [
            {
              text,
              answer: { outcome: 'answered', sources: [], trace: { candidates: [{ item: 8 }] } },
            },
          ],
        })),
      }
    }
  })
  afterEach(() => {
    leave()
    browser.close()
  })

  it('offers the draft and all releases, and knows the live one', async () => {
    const made = await opened()
    expect(made.versions.value.map(({ label }) => label)).to.eql([
      'Draft',
      'Release 12, live',
      'Release 11',
    ])
    expect(made.liveName.value).to.equal('Release 12, live')
    expect(made.door.value).to.equal(3)
  })
  it('asks what its address says, after what it says came before', async () => {
    const made = await opened({ door: '5', ask: 'and to Sule?', before: 'when is the ferry?' })
    expect(posted('/rehearsal').at(-1)!.body).to.deep.include({
      door: 5,
      messages: ['when is the ferry?', 'and to Sule?'],
    })
    expect(made.editable.value).to.eql({ item: 8 })
  })
  it('gives back what was typed when it could not be asked', async () => {
    const made = await opened()
    fails = true
    made.typed.value = '  when is the ferry? '
    await made.say()
    expect(made.typed.value).to.equal('when is the ferry?')
    expect(made.failure.value).to.not.equal('')
  })
  it('reviews by keys, which mean nothing while there is no answer', async () => {
    const made = await opened()
    expect(made.press('r')).to.equal(false)
    made.typed.value = 'when is the ferry?'
    await made.say()
    await until(() => made.current.value !== undefined)
    expect(made.press('x')).to.equal(false)
    expect(made.press('e')).to.equal(true)
    expect(made.panel.value).to.equal('edit')
    made.press('r')
    await until(() => posted('/verdicts').length === 1)
    made.press('s')
    expect(made.press('w')).to.equal(false)
  })
})

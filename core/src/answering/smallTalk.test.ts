import { expect } from 'chai'
import { smallTalkOf, STARTER_SMALL_TALK } from './smallTalk.ts'
import { type ContentItem, leftOutBecause, passagesOf } from './items.ts'

describe('smallTalkOf', () => {
  const nameOf = (message: string) =>
    STARTER_SMALL_TALK[smallTalkOf(message, STARTER_SMALL_TALK)]?.name
  const cases: [string, string | undefined][] = [
    ['Hi!', 'Greeting'],
    ['Guten Tag zusammen', 'Greeting'],
    ['ok, thanks a lot', 'Thanks'],
    ['Danke schön!', 'Thanks'],
    ['thank you, bye', 'Goodbye'],
    ['are you a bot?', 'Are you a person?'],
    ['hello can I bring a dog', undefined],
    ['thanks for nothing', undefined],
    ['', undefined],
    ['there', undefined],
  ]
  for (const [message, name] of cases)
    it(`takes “${message}” for ${name ?? 'none'}`, () => expect(nameOf(message)).to.equal(name))
  it('takes the longest phrase, so that one phrase does not eat another', () => {
    const both = [
      { name: 'Morning', says: ['good morning'], replies: { en: '', de: '' } },
      { name: 'Good', says: ['good'], replies: { en: '', de: '' } },
    ]
    expect(smallTalkOf('good morning', both)).to.equal(0)
    expect(smallTalkOf('good', both)).to.equal(1)
  })
  it('knows none where there is none', () => expect(smallTalkOf('hi', [])).to.equal(-1))
})

describe('leftOutBecause', () => {
  const holds = { from: '2026-12-01', until: '2026-12-24', doors: ['help'] }
  const because = (day?: string, door?: string) =>
    leftOutBecause({ holds } as ContentItem, { day, door })
  it('counts both days in', () =>
    expect([because('2026-12-01', 'help'), because('2026-12-24', 'help')]).to.eql([
      undefined,
      undefined,
    ]))
  it('says what is in the way', () =>
    expect([because('2026-11-30'), because('2026-12-25'), because('2026-12-10', 'booking')]).to.eql(
      ['holds only from 2026-12-01', 'held until 2026-12-24', 'holds only at: help'],
    ))
  it('leaves nothing out that has no limits, or when day and door are not known', () => {
    expect(because()).to.equal(undefined)
    expect(leftOutBecause({} as ContentItem, { day: '2026-01-01', door: 'x' })).to.equal(undefined)
  })
})

describe('passagesOf', () => {
  it('keeps a fixed answer whole, with its headings’ texts in one passage', () => {
    const body = 'One.\n\n## Two\n\nThree.\n'
    expect(passagesOf({ kind: 'article', body })).to.have.length(2)
    expect(passagesOf({ kind: 'fixed', body }).map(({ text }) => text)).to.eql(['One.\nThree.'])
  })
})

import { expect } from 'chai'
import { outlineOf } from './outline.ts'

describe('outlineOf', () => {
  const asked = [
    'can i charge my e-bike on board',
    'can i charge my ebike on board?',
    'what does charging cost',
    'where are the sockets',
  ]
  const replies = [
    { text: 'There are two sockets on deck 3.', conversation: 9 },
    { text: 'There are two sockets on deck 3, free of charge.', conversation: 7 },
    { text: 'Please ask at the harbour office.', conversation: 5 },
  ]
  const outline = outlineOf('Can i charge my e-bike on board?', asked, replies)
  it('is titled by the topic, without its question mark', () =>
    expect(outline.title).to.equal('Can i charge my e-bike on board'))
  it('asks for each thing once', () =>
    expect(outline.asks).to.eql([
      'Can i charge my e-bike on board?',
      'What does charging cost?',
      'Where are the sockets?',
    ]))
  it('gives each reply once, the most frequent first, with a conversation that has it', () =>
    expect(outline.replies.map(({ conversation, times }) => [conversation, times])).to.eql([
      [9, 2],
      [5, 1],
    ]))
  it('makes nothing up', () => {
    expect(outline.phrasings.every((phrasing) => asked.includes(phrasing))).to.equal(true)
    expect(outlineOf('X', [], [])).to.eql({ title: 'X', phrasings: [], asks: [], replies: [] })
  })
})

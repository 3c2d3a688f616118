import { expect } from 'chai'
import { LANGUAGES, phrase, tell } from './phrases.ts'

describe('a phrase', () => {
  it('can be told in the languages that there is a catalogue for, English first', () =>
    expect(LANGUAGES).to.eql(['en', 'de']))
  it('is told in the language of whoever reads it', () => {
    const reply = phrase('mails.weCall', { phone: '0123' })
    expect(tell(reply)).to.equal('We will call you on 0123 during our opening hours.')
    expect(tell(reply, 'de')).to.equal('Wir rufen Sie zu unseren Öffnungszeiten unter 0123 an.')
  })
  it('has another phrase within it in the same language', () => {
    const waits = phrase('mails.alertWaits', { visitor: phrase('mails.aVisitor'), queue: 'Boote' })
    expect(tell(waits, 'de')).to.equal('Ein Besucher wartet in Boote auf jemanden und schrieb:')
  })
  it('is put in the number of what it counts', () => {
    const open = (count: number) => tell(phrase('refusals.tokens', { count }))
    expect([open(1), open(2)]).to.eql(['1 token', '2 tokens'])
  })
  it('takes what people wrote as it is, whatever is in it', () =>
    expect(tell(phrase('problems.ENTRY_TAKEN', { name: '{x} | @:y' }))).to.equal(
      'There is an entry “{x} | @:y” already.',
    ))
})

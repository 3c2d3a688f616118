import { expect } from 'chai'
import { Masking } from './masking.ts'

describe('masking', () => {
  it('takes out what is private wherever people wrote it, and puts it back', () => {
    const masking = new Masking()
    const masked = masking.mask({
      question: 'I am ann@mail.example',
      replies: ['Write to bo@mail.example, not ann@mail.example', 'or call 01632 960 210'],
    })
    expect(masked).to.eql({
      question: 'I am [mail address]',
      replies: ['Write to [mail address 2], not [mail address]', 'or call [phone number]'],
    })
    expect(masking.restore('Write to [mail address 2] or call [phone number].')).to.equal(
      'Write to bo@mail.example or call 01632 960 210.',
    )
  })
  it('leaves what the team publishes, and what is no text', () =>
    expect(
      new Masking().mask({ passages: [{ text: 'a@mail.example' }], count: 5, none: null }),
    ).to.eql({ passages: [{ text: 'a@mail.example' }], count: 5, none: null }))
  it('never puts back a password', () => {
    const masking = new Masking()
    expect(masking.mask('my password is hunter2')).to.equal('my password is [secret]')
    expect(masking.restore('It is [secret].')).to.equal('It is [secret].')
  })
  it('leaves marks alone that stand for nothing', () =>
    expect(new Masking().restore('[mail address]')).to.equal('[mail address]'))
})

import { expect } from 'chai'
import { pastedAnswers } from './pasted.ts'

describe('pasted questions and answers', () => {
  it('takes a line with a question mark as a question, and what follows as its answer', () => {
    expect(
      pastedAnswers(
        'Can I bring my dog?\nYes, on a lead.\n\nHow much is a ticket?\n12 euros.\nChildren pay half.\n',
      ),
    ).to.eql([
      { question: 'Can I bring my dog?', answer: 'Yes, on a lead.' },
      { question: 'How much is a ticket?', answer: '12 euros.\nChildren pay half.' },
    ])
  })
  it('reads marks and numbers in front, in English and German', () => {
    expect(
      pastedAnswers(
        '1. Q: Opening hours\nA: Nine to five.\n2) Frage: Wo liegt der Hafen?\nAntwort: Im Norden.',
      ),
    ).to.eql([
      { question: 'Opening hours', answer: 'Nine to five.' },
      { question: 'Wo liegt der Hafen?', answer: 'Im Norden.' },
    ])
  })
  it('keeps the paragraphs of an answer apart', () => {
    expect(pastedAnswers('How?\nFirst.\n\nSecond.')[0]!.answer).to.equal('First.\n\nSecond.')
  })
  it('leaves out what has no question or no answer', () => {
    expect(pastedAnswers('Our questions and answers\n\nWhy?\n\nWhen?\nToday.')).to.eql([
      { question: 'When?', answer: 'Today.' },
    ])
    expect(pastedAnswers('')).to.eql([])
    expect(pastedAnswers('Only a text without any.')).to.eql([])
  })
  it('does not take a long sentence of an answer for a question', () => {
    const long = `If you ${'really '.repeat(30)}want that, why not?`
    expect(pastedAnswers(`How?\n${long}`)).to.eql([{ question: 'How?', answer: long }])
  })
  it('reads lines of every system', () => {
    expect(pastedAnswers('How?\r\nSo.\r\n')).to.eql([{ question: 'How?', answer: 'So.' }])
  })
})

import { expect } from 'chai'
import { handoverSign, type SignRules, type SignsSeen } from './signs.ts'

const RULES: SignRules = {
  when: {
    asked: 'hand over',
    unknown: 'offer',
    'unknown again': 'hand over',
    'voted down': 'offer',
    tone: 'hand over',
  },
  toneAtLeast: 0.5,
  always: [{ about: 'safety', phrases: ['leak', 'fire on board'] }],
  never: [{ about: 'timetable', phrases: ['first boat'] }],
}
const seen = (more: Partial<SignsSeen>): SignsSeen => ({
  said: ['where is the captain'],
  language: 'en',
  wantsPerson: false,
  outcomes: ['answered'],
  before: null,
  votedDown: false,
  ...more,
})
const sign = (more: Partial<SignsSeen>, rules: Partial<SignRules> = {}) => {
  const found = handoverSign(seen(more), { ...RULES, ...rules })
  return found ? `${found.way}: ${found.reason}` : 'none'
}

describe('handoverSign', () => {
  const cases: [string, Partial<SignsSeen>, string][] = [
    ['an answered question', {}, 'none'],
    ['a person asked for outright', { wantsPerson: true }, 'hand over: asked'],
    ['one question that is not known', { outcomes: ['unanswered'] }, 'offer: unknown'],
    [
      'the second in a row',
      { outcomes: ['suggested'], before: 'unanswered' },
      'hand over: unknown again',
    ],
    ['one after a known one', { outcomes: ['suggested'], before: 'answered' }, 'offer: unknown'],
    ['an answer voted down', { votedDown: true }, 'offer: voted down'],
    ['distress', { said: ['we are stranded, help'] }, 'hand over: tone'],
    [
      'a subject that always needs a person',
      { said: ['there is a fire on board'] },
      'hand over: always',
    ],
    [
      'a subject that never does',
      { said: ['when is the first boat, this is ridiculous'], outcomes: ['unanswered'] },
      'none',
    ],
    [
      'handing over before offering',
      { outcomes: ['unanswered'], wantsPerson: true },
      'hand over: asked',
    ],
  ]
  for (const [name, more, wanted] of cases)
    it(`sees ${name} as “${wanted}”`, () => expect(sign(more)).to.equal(wanted))
  it('leaves out what the lead has switched off', () =>
    expect(
      sign({ outcomes: ['unanswered'] }, { when: { ...RULES.when, unknown: 'nothing' } }),
    ).to.equal('none'))
  it('says what it saw', () =>
    expect(handoverSign(seen({ said: ['There is a LEAK'] }), RULES)!.because).to.equal(
      'about “safety”',
    ))
})

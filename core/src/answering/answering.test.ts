import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import { answerQuestion } from './answerer.ts'
import {
  confidence,
  contributions,
  fitConfidence,
  isOfNow,
  type LabelledCase,
} from './confidence.ts'
import { DEFAULT_CONFIDENCE } from './defaultConfidence.ts'
import { extract } from './extract.ts'
import { FEATURES, type FeatureValues, REGIMES } from './features.ts'
import { reviewedCases } from './ownConfidence.ts'
import type { ContentItem } from './items.ts'
import { reword } from './reword.ts'
import { selfTest } from './selfTest.ts'
import { understand } from './understand.ts'
import { indexRelease } from '../retrieval/releaseIndex.ts'
import { splitPassages } from '../library/passages.ts'
import { analyse } from '../text/analyse.ts'

const item = (
  id: number,
  title: string,
  body: string,
  phrasings: string[] = [],
  kind: ContentItem['kind'] = 'article',
): ContentItem => ({ id, revision: id * 10, kind, title, phrasings, collection: 'A', body })
const LIBRARY = [
  item(
    1,
    'Pets on board',
    'Dogs, cats and other small animals are welcome.\n\n- Dogs travel on a lead and pay 4.50.\n- Cats travel in a basket.',
    ['Can I bring my dog?'],
  ),
  item(
    2,
    'Changing a booking',
    'Changes are free.\n\n## How to change it\n\n1. Open your booking.\n2. Choose **Change**.\n3. Confirm.',
    ['Can I move my trip?'],
  ),
  item(
    3,
    'Fares',
    '| From | Saver | Standard |\n| --- | --- | --- |\n| Brannoc | 7.50 | 9.80 |\n| Skerrow | 9.00 | 11.60 |',
    ['How much does a ticket cost?'],
  ),
  item(4, 'Luggage', 'Two bags of 23 kg for each passenger.'),
  item(5, 'Lost property', 'Things that are found are kept for 60 days at Tarn Head.', [
    'I left something on the boat',
  ]),
  item(
    6,
    'Complaints',
    'Please write to the captain. We answer within **14 days**.',
    ['I want to complain'],
    'fixed',
  ),
]
const index = indexRelease(LIBRARY)
const ask = (question: string, threshold = 0.6) => answerQuestion(index, question, { threshold })

describe('answerQuestion', () => {
  it('answers a phrasing from its article, with the source', () => {
    const answer = ask('can i bring my dog')
    expect(answer).to.include({ outcome: 'answered', kind: 'passage' })
    expect(answer.sources).to.eql([
      { item: 1, revision: 10, ordinal: 0, title: 'Pets on board', path: [] },
    ])
  })
  it('does not answer what the content does not have', () => {
    for (const question of [
      'do you sell helicopters',
      'who won the match yesterday',
      'what is the meaning of life',
    ])
      expect(ask(question).outcome, question).not.to.equal('answered')
  })
  it('says a fixed answer word for word', () => {
    const answer = ask('I want to complain')
    expect(answer).to.include({ outcome: 'answered', kind: 'fixed' })
    expect(answer.blocks).to.eql(splitPassages(LIBRARY[5]!.body)[0]!.blocks)
    expect(answer.trace.rule).to.equal('fixed answer')
  })
  it('shows the row that was asked for, under its header', () => {
    const table = ask('how much is a ticket to Skerrow', 0.05).blocks.find(
      (block) => block.type === 'table',
    )!
    expect(table.type === 'table' && table.rows.map((row) => row[0]!.text)).to.eql(['Skerrow'])
    expect(table.type === 'table' && table.header.map((cell) => cell.text)).to.eql([
      'From',
      'Saver',
      'Standard',
    ])
  })
  it('answers or not by the threshold alone', () => {
    const sure = ask('can i bring my dog').confidence
    expect(ask('can i bring my dog', sure).outcome).to.equal('answered')
    expect(ask('can i bring my dog', sure + 0.01).outcome).not.to.equal('answered')
  })
  it('is the same each time, and after other questions', () => {
    const once = ask('change my booking')
    ask('luggage')
    expect(ask('change my booking')).to.eql(once)
  })
  it('takes anything as a question', () => {
    for (const odd of [
      '',
      '   ',
      '???',
      '🙂',
      'a'.repeat(2_000),
      '<script>alert(1)</script>',
      'the of and',
      '\u0000',
    ])
      expect(ask(odd)).to.have.property('outcome')
  })
  it('explains each candidate: contributions sum to its log-odds against a middling case', () => {
    const odds = (p: number) => Math.log(p / (1 - p))
    for (const candidate of ask('change the trip').trace.candidates) {
      const sum = FEATURES.reduce(
        (total, feature) => total + (candidate.contributions[feature] ?? 0),
        0,
      )
      const middling = odds(
        confidence(
          candidate.foundBy,
          DEFAULT_CONFIDENCE[candidate.foundBy].means,
          DEFAULT_CONFIDENCE,
        ),
      )
      expect(middling + sum).to.be.closeTo(odds(candidate.confidence), 1e-9)
    }
  })
})

describe('extract', () => {
  const stems = (text: string) => new Set(analyse(text, 'en').map(({ stem }) => stem))
  const long = `${'Something else entirely stands here and goes on. '.repeat(12)}Dogs pay 4.50 each way. ${'More about other things follows here. '.repeat(8)}`
  it('takes only sentences that answer from a long paragraph', () => {
    const [block] = extract(splitPassages(long)[0]!, { stems: stems('dogs'), language: 'en' })
    expect(block).to.have.nested.property('content.text', 'Dogs pay 4.50 each way.')
  })
  it('keeps steps whole, whatever was asked', () => {
    const steps = Array.from(
      { length: 12 },
      (_, i) =>
        `${i + 1}. Step number ${i + 1} has some words in it so that it is long enough to be cut.`,
    ).join('\n')
    const [block] = extract(splitPassages(steps)[0]!, { stems: stems('number'), language: 'en' })
    expect(block!.type === 'list' && block!.items).to.have.length(12)
  })
  it('escapes what it cuts out', () => {
    const [block] = extract(
      splitPassages(
        `${'Filler words stand here for length. '.repeat(20)}Dogs < cats & "mice".`,
      )[0]!,
      { stems: stems('dogs'), language: 'en' },
    )
    expect(block).to.have.nested.property('content.html', 'Dogs &lt; cats &amp; &quot;mice&quot;.')
  })
})

describe('understand', () => {
  const cases = [
    { message: 'Thank you!', is: { smallTalk: 'Thanks', isQuestion: false } },
    { message: 'hello', is: { smallTalk: 'Greeting', isQuestion: false } },
    { message: 'Danke schön', is: { smallTalk: 'Thanks', isQuestion: false } },
    { message: 'ok, thanks a lot!', is: { smallTalk: 'Thanks', isQuestion: false } },
    { message: 'Hello there, thank you and bye', is: { smallTalk: 'Goodbye', isQuestion: false } },
    {
      message: 'Are you a real person?',
      is: { smallTalk: 'Are you a person?', wantsPerson: false },
    },
    { message: 'Let me speak to somebody', is: { wantsPerson: true, isQuestion: false } },
    { message: 'put me through to your team', is: { wantsPerson: true, isQuestion: false } },
    { message: 'could somebody please call me', is: { wantsPerson: true, isQuestion: false } },
    { message: 'who can I speak to', is: { wantsPerson: true, isQuestion: false } },
    {
      message: 'Ich möchte bitte mit jemandem sprechen',
      is: { wantsPerson: true, isQuestion: false },
    },
    {
      message: 'is there someone I can talk to about my refund',
      is: { wantsPerson: true, isQuestion: true },
    },
    { message: 'is somebody there at night', is: { wantsPerson: false, isQuestion: true } },
    { message: 'agent please', is: { wantsPerson: true, isQuestion: false } },
    { message: 'can I talk to a real person', is: { wantsPerson: true, isQuestion: false } },
    {
      message: 'Ich möchte mit einem Menschen sprechen',
      is: { wantsPerson: true, isQuestion: false },
    },
    {
      message: 'I want to talk to a person about my refund',
      is: { wantsPerson: true, isQuestion: true },
    },
    { message: 'hello, can I bring my dog', is: { wantsPerson: false, isQuestion: true } },
    { message: 'do people travel free', is: { wantsPerson: false, isQuestion: true } },
    { message: 'I need a person who must accompany me to travel free', is: { isQuestion: true } },
  ]
  for (const { message, is } of cases)
    it(`reads “${message}”`, () => {
      const { smallTalk, ...rest } = understand(message)
      expect({ ...rest, smallTalk: smallTalk?.name }).to.include(is)
    })
})

describe('selfTest', () => {
  const verbs = ['Change', 'Cancel', 'Book', 'Lose', 'Insure']
  const things = ['ticket', 'bicycle', 'cabin', 'parking place', 'pallet']
  const shelf = verbs.flatMap((verb, d) =>
    things.map((thing, t) =>
      item(
        d * 10 + t + 1,
        `${verb} a ${thing}`,
        `To ${verb} your ${thing}, call us a day before. The ${thing} desk opens early on weekdays.`,
        [`I want to ${verb} my ${thing}`],
      ),
    ),
  )
  const cases = selfTest(shelf, seeded(5))
  it('labels no answer about a hidden article as right', () =>
    expect(cases.filter(({ kind, right }) => kind === 'absent' && right)).to.eql([]))
  it('is the same for the same seed', () => expect(selfTest(shelf, seeded(5))).to.eql(cases))
  it('gives the fit both right and wrong cases, from which a model tells them apart', () => {
    const model = fitConfidence(cases, DEFAULT_CONFIDENCE)
    const mean = (right: boolean) => {
      const those = cases
        .filter((each) => each.right === right)
        .map(({ regime, features }) => confidence(regime, features, model))
      return those.reduce((sum, p) => sum + p, 0) / those.length
    }
    expect(mean(true)).to.be.greaterThan(mean(false) + 0.2)
  })
  it('rewords without losing the question', () => {
    const random = seeded(9)
    for (let i = 0; i < 50; i++)
      expect(reword('How do I change my booking?', random).length).to.be.greaterThan(2)
  })
})

describe('contributions', () => {
  it('are nought for a middling case', () => {
    for (const regime of REGIMES)
      expect(
        Object.values(
          contributions(regime, DEFAULT_CONFIDENCE[regime].means, DEFAULT_CONFIDENCE),
        ).every((value) => value === 0),
      ).to.equal(true)
  })
})

describe('fitConfidence', () => {
  const features = (said: number, missing: number): FeatureValues => ({
    words: 0.5,
    margin: 0.5,
    asked: 0.5,
    said,
    rival: 0.2,
    elsewhere: 0.1,
    missing,
    repaired: 0,
    telling: 0.3,
    fits: 0,
    same: 0,
  })
  it('never lets a missing word speak for an answer, even where the cases seem to say so', () => {
    const random = seeded(3)
    const cases = Array.from({ length: 400 }, (): LabelledCase => {
      const right = random() < 0.5
      return {
        regime: 'wording',
        features: features(
          right ? 0.6 + random() * 0.4 : random() * 0.6,
          right ? 0.5 + random() * 0.5 : random() * 0.5,
        ),
        right,
      }
    })
    const { wording } = fitConfidence(cases, DEFAULT_CONFIDENCE)
    expect(wording.weights.missing).to.equal(0)
    expect(wording.weights.said).to.be.greaterThan(1)
  })
})

describe('a model that was stored before a feature came', () => {
  it('still tells a probability, the new feature weighing nothing', () => {
    const { same: _same, ...known } = DEFAULT_CONFIDENCE.wording.weights
    const old = {
      ...DEFAULT_CONFIDENCE,
      wording: { ...DEFAULT_CONFIDENCE.wording, weights: known as FeatureValues },
    }
    const features = ask('can i bring my dog').trace.candidates[0]!.features
    expect(confidence('wording', features, old)).to.be.closeTo(
      confidence('wording', { ...features, same: 0 }, DEFAULT_CONFIDENCE),
      1e-12,
    )
    expect(contributions('wording', { ...features, same: 1 }, old).same).to.equal(0)
  })
})

describe('isOfNow', () => {
  it('knows a model that was fitted on features of another sense', () => {
    const { telling: _telling, ...weights } = DEFAULT_CONFIDENCE.text.weights
    expect(isOfNow(DEFAULT_CONFIDENCE)).to.equal(true)
    expect(
      isOfNow({
        ...DEFAULT_CONFIDENCE,
        text: { ...DEFAULT_CONFIDENCE.text, weights: weights as FeatureValues },
      }),
    ).to.equal(false)
  })
})

describe('reviewedCases', () => {
  const of = (text: string, itemId: number, right: boolean) =>
    reviewedCases(index, [{ text, item: itemId, right, weight: 3 }])
  it('takes a review as it was when the same item answers', () => {
    expect(
      of('can I bring my dog', 1, true).map(({ right, weight }) => ({ right, weight })),
    ).to.eql([{ right: true, weight: 3 }])
    expect(of('can I bring my dog', 1, false)[0]!.right).to.equal(false)
  })
  it('takes another item than the one reviewed right for wrong', () =>
    expect(of('can I bring my dog', 4, true)[0]!.right).to.equal(false))
  it('knows nothing where another item than the one reviewed wrong answers', () =>
    expect(of('can I bring my dog', 4, false)).to.eql([]))
})

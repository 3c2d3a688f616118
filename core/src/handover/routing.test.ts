import { expect } from 'chai'
import { pick, seeded } from '../maths/random.ts'
import type { MeaningModels } from '../meaning/models.ts'
import { byDueTime, type Candidate, nextInTurn } from './assignment.ts'
import {
  likeliest,
  type RoutedExample,
  signsFor,
  strongestSigns,
  trainClassifier,
} from './classifier.ts'
import type { Situation } from './situation.ts'
import { movesSaved, type PastHandover, routingResult, ruleUse } from './routingBench.ts'
import { route, type Routing } from './rules.ts'
import { meaningOf, situationOf } from './situation.ts'
import { toneOf } from './tone.ts'

const about = (words: string, more: Partial<Situation> = {}): Situation => ({
  words,
  language: 'en',
  collections: [],
  door: 1,
  told: {},
  topics: [],
  hour: 10,
  tone: 0,
  contacts: 0,
  ...more,
})
const WORDS: Record<number, string[]> = {
  1: ['refund', 'money', 'cancelled', 'compensation'],
  2: ['umbrella', 'lost', 'bag', 'left'],
  3: ['wheelchair', 'ramp', 'assistance', 'lift'],
}
const NOISE = ['boat', 'island', 'morning', 'ticket', 'harbour', 'please', 'tomorrow']

/** Made-up hand-overs: two words of the right queue among noise, and some that say nothing of it. */
function examples(n: number, seed: number, unclear = 0.2): RoutedExample[] {
  const random = seeded(seed)
  return Array.from({ length: n }, () => {
    const queue = 1 + Math.floor(random() * 3)
    const of = random() < unclear ? NOISE : WORDS[queue]!
    return {
      situation: about(
        [pick(of, random), pick(NOISE, random), pick(of, random), pick(NOISE, random)].join(' '),
      ),
      queue,
      weight: 1,
    }
  })
}

/** Means what queue n is asked: along a direction of its own. */
const meant = (n: number, encoder = 'made up'): Situation =>
  about('words', { meaning: { encoder, at: [1, 2, 3].map((i) => (i === n ? 0.4 : -0.1)) } })

describe('situationOf', () => {
  const known = { language: 'en' as const, door: 1, told: {}, hour: 10, contacts: 0 }
  const encodeAsked = (texts: string[]) =>
    texts.map((text) => ({ tuned: new Float32Array(256).fill(text.length / 100) }))
  const models = { en: { sentences: { id: 'made up', encodeAsked } } } as unknown as MeaningModels
  it('tells where the words lie among meanings: the middle of their lines', () => {
    const { meaning } = situationOf([], known, { said: ['1234567890'], models })
    expect(meaning).to.include({ encoder: 'made up' })
    expect(meaning!.at).to.have.length(32).and.include(0.1)
    expect(
      meaningOf({ words: '1234567890\n\n12345678901234567890', language: 'en' }, models)?.at[0],
    ).to.equal(0.15)
  })
  it('tells none without an encoder for the language, or without words', () => {
    expect(
      situationOf([], { ...known, language: 'de' }, { said: ['hallo'], models }),
    ).not.to.have.property('meaning')
    expect(situationOf([], known, { said: ['hello'] })).not.to.have.property('meaning')
    expect(meaningOf({ words: ' \n', language: 'en' }, models)).to.equal(undefined)
  })
})

describe('trainClassifier', () => {
  const classifier = trainClassifier(examples(300, 1))!
  it('knows the queue of wordings it has not seen', () => {
    const tested = examples(300, 2, 0)
    const right = tested.filter(
      ({ situation, queue }) => likeliest(classifier, situation)[0]!.queue === queue,
    ).length
    expect(right / tested.length).to.be.at.least(0.97)
  })
  it('is as sure as it turns out right', () => {
    const tested = examples(4_000, 3).map(({ situation, queue }) => ({
      ...likeliest(classifier, situation)[0]!,
      right: queue,
    }))
    const unsure = tested.filter(({ p }) => p < 0.6)
    const mean = unsure.reduce((sum, { p }) => sum + p, 0) / unsure.length
    expect(
      unsure.filter(({ queue, right }) => queue === right).length / unsure.length,
    ).to.be.closeTo(mean, 0.1)
  })
  it('gives probabilities that sum to one', () =>
    expect(
      likeliest(classifier, about('nothing known')).reduce((sum, { p }) => sum + p, 0),
    ).to.be.closeTo(1, 1e-9))
  it('says by which words, in all and for one hand-over', () => {
    expect(strongestSigns(classifier, 2).map(({ sign }) => sign)).to.include.members([
      'umbrella',
      'lose',
    ])
    expect(signsFor(classifier, about('my bag, an umbrella'), 2)).to.include('umbrella')
  })
  it('wants forty examples, and two queues with five each', () => {
    expect(trainClassifier(examples(39, 4))).to.equal(null)
    expect(trainClassifier(examples(60, 4).map((example) => ({ ...example, queue: 1 })))).to.equal(
      null,
    )
  })
  it('counts weak evidence less', () => {
    const strong = examples(100, 5, 0)
    const against = strong.map(({ situation, queue }) => ({
      situation,
      queue: (queue % 3) + 1,
      weight: 0.25,
    }))
    const both = trainClassifier([...strong, ...against])!
    const right = strong.filter(
      ({ situation, queue }) => likeliest(both, situation)[0]!.queue === queue,
    ).length
    expect(right / strong.length).to.be.at.least(0.95)
  })
  it('gives the same for the same', () =>
    expect(trainClassifier(examples(80, 6))).to.eql(trainClassifier(examples(80, 6))))
  it('knows by what is meant, where no word was seen before', () => {
    const model = trainClassifier(
      examples(120, 7, 1).map((example) => ({ ...example, situation: meant(example.queue) })),
    )!
    for (const queue of [1, 2, 3]) {
      const asked = { ...meant(queue), words: 'zebra' }
      expect(likeliest(model, asked)[0]).to.include({ queue })
      expect(signsFor(model, asked, queue)[0]).to.equal('overall meaning')
    }
  })
  it('does not read a meaning that another encoder gave, or none', () => {
    const known = examples(120, 8).map((example) => ({
      ...example,
      situation: { ...example.situation, meaning: meant(example.queue).meaning! },
    }))
    const model = trainClassifier(known)!
    const strange = { ...meant(2, 'another'), words: 'umbrella' }
    expect(likeliest(model, strange)).to.eql(likeliest(model, about('umbrella')))
    expect(signsFor(model, strange, 2)).to.eql(['umbrella'])
  })
  it('decides where no rule fits and it is sure enough', () => {
    const routing: Routing = { rules: [], lastResort: 9, model: 1, learnedAtLeast: 0.7 }
    expect(route(about('lost my umbrella'), routing, classifier)).to.include({
      queue: 2,
      by: 'classifier',
    })
    expect(route(about('boat'), routing, classifier)).to.include({ queue: 9, by: 'last resort' })
    expect(route(about('lost my umbrella'), routing)).to.include({ queue: 9 })
    const rule = {
      name: 'looks',
      join: 'all' as const,
      conditions: [{ on: 'looks like' as const, queue: 2, atLeast: 0.7 }],
      queue: 4,
    }
    expect(
      route(about('lost my umbrella'), { rules: [rule], lastResort: 9 }, classifier).queue,
    ).to.equal(4)
  })
})

describe('routing on past hand-overs', () => {
  const rule = (queue: number, ...any: string[]): Routing['rules'][number] => ({
    name: any.join(),
    join: 'any',
    conditions: [{ on: 'words', any }],
    queue,
  })
  const past: PastHandover[] = [
    { id: 1, situation: about('a refund please'), right: 1, by: 'confirmed' },
    { id: 2, situation: about('lost my bag'), right: 2, by: 'moved' },
    { id: 3, situation: about('refund for a lost bag'), right: 2, by: 'moved' },
    { id: 4, situation: about('a boat'), right: 5, by: 'unmoved' },
    { id: 5, situation: about('lost refund'), right: 2, by: 'confirmed' },
    { id: 6, situation: about('lost and refund, again'), right: 2, by: 'confirmed' },
  ]
  const live = {
    routing: {
      rules: [rule(1, 'refund'), rule(2, 'lost'), rule(3, 'refund'), rule(4, 'zeppelin')],
      lastResort: 5,
    },
  }
  it('counts those that came right first time, weak evidence apart', () => {
    const { n, right, share, unmoved, cells } = routingResult(past, live)
    expect({ n, right, unmoved }).to.eql({ n: 5, right: 2, unmoved: { n: 1, right: 1 } })
    expect(share.low).to.be.lessThan(0.4)
    expect(cells[0]).to.eql({ routed: 1, right: 2, ids: [3, 5, 6] })
  })
  it('says which rules never fit, are shadowed, or send the same elsewhere', () => {
    const uses = ruleUse(past, live)
    expect(uses.map(({ oddity }) => oddity)).to.eql([null, null, 'shadowed', 'never fits'])
    expect(uses[1]).to.deep.include({
      fits: 4,
      decides: [2],
      conflicts: [{ with: 0, ids: [3, 5, 6] }],
    })
  })
  it('calls nothing odd where nothing was seen', () =>
    expect(ruleUse([], live).every(({ oddity }) => oddity === null)).to.equal(true))
  it('names the moves that another order would have saved, and those it would cause', () => {
    const draft = { routing: { rules: [rule(2, 'lost'), rule(1, 'refund')], lastResort: 5 } }
    expect(movesSaved(past, live, draft)).to.eql({ saved: [3, 5, 6], caused: [] })
    expect(movesSaved(past, draft, live)).to.eql({ saved: [], caused: [3, 5, 6] })
  })
})

describe('toneOf', () => {
  for (const text of [
    'I’ve been on hold for two hours and I am really angry',
    'Ich warte seit Tagen und bin stinksauer',
  ])
    it(`hears that somebody has waited for long: “${text}”`, () =>
      expect(toneOf([text])).to.eql({
        score: 0.8,
        signs: ['is at the end of their patience', 'has waited for long'],
      }))
  it('hears nothing in a calm question', () =>
    expect(toneOf(['When is the first boat on Sunday?'])).to.eql({ score: 0, signs: [] }))
  it('names what it hears', () => {
    expect(toneOf(['I asked already, this is ridiculous!!']).signs).to.eql([
      'says it is not the first time',
      'is at the end of their patience',
      'many exclamation marks',
    ])
    expect(toneOf(['WHERE IS MY REFUND']).signs).to.eql(['writes in capitals'])
    expect(toneOf(['Wir sind gestrandet, bitte sofort']).signs).to.eql([
      'is in a hurry',
      'is in distress',
    ])
    expect(toneOf(['where is my refund', 'where is my refund now']).signs).to.eql([
      'asks the same again',
    ])
  })
  it('never goes beyond 1', () =>
    expect(
      toneOf(['STILL WAITING, URGENT, THIS IS A JOKE, WE ARE STRANDED!!! HELP!!!']).score,
    ).to.equal(1))
})

describe('the order of a queue', () => {
  it('goes by due time, then by who asked first', () => {
    const rows = [
      { id: 1, dueAt: 500, askedAt: 100 },
      { id: 2, dueAt: 300, askedAt: 250 },
      { id: 3, dueAt: 500, askedAt: 50 },
    ]
    expect(rows.sort(byDueTime).map(({ id }) => id)).to.eql([2, 3, 1])
  })
  it('starves nobody: a low one is taken although high ones come without end', () => {
    const low = { id: 0, dueAt: 20, askedAt: 0 }
    let waiting = [low]
    let rounds = 0
    for (let now = 1; waiting.includes(low) && rounds < 1_000; now++, rounds++) {
      waiting.push({ id: now, dueAt: now + 2, askedAt: now })
      waiting = waiting.sort(byDueTime).slice(1)
    }
    expect(rounds).to.be.at.most(20)
  })
})

describe('nextInTurn', () => {
  const agent = (id: number, more: Partial<Candidate> = {}): Candidate => ({
    id,
    open: 0,
    atOnce: 2,
    languages: [],
    topics: [],
    lastTurn: 0,
    ...more,
  })
  const wants = { language: 'de' as const, topics: [7] }
  it('asks who has had no turn for the longest', () =>
    expect(
      nextInTurn([agent(1, { lastTurn: 50 }), agent(2, { lastTurn: 20 })], wants, new Set()),
    ).to.equal(2))
  it('passes over who is full, writes another language, or let it go', () => {
    expect(
      nextInTurn(
        [
          agent(1, { open: 2 }),
          agent(2, { languages: ['en'] }),
          agent(3),
          agent(4, { lastTurn: 9 }),
        ],
        wants,
        new Set([3]),
      ),
    ).to.equal(4)
    expect(nextInTurn([agent(1, { open: 2 })], wants, new Set())).to.equal(null)
  })
  it('prefers who knows the topic', () =>
    expect(
      nextInTurn([agent(1), agent(2, { topics: [7], lastTurn: 99 })], wants, new Set()),
    ).to.equal(2))
  it('gives everybody their turn', () => {
    const turns = new Map([
      [1, 0],
      [2, 0],
      [3, 0],
    ])
    const given = Array.from({ length: 9 }, (_, now) => {
      const next = nextInTurn(
        [...turns].map(([id, lastTurn]) => agent(id, { lastTurn })),
        wants,
        new Set(),
      )!
      turns.set(next, now + 1)
      return next
    })
    expect(given).to.eql([1, 2, 3, 1, 2, 3, 1, 2, 3])
  })
})

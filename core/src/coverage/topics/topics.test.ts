import { expect } from 'chai'
import { seeded } from '../../maths/random.ts'
import { adjustedRand, vMeasure } from './agreement.ts'
import { cluster } from './cluster.ts'
import { Heap } from './heap.ts'
import { neighbours } from './neighbours.ts'
import { cleaned, topicsOf } from './topics.ts'
import { cosine, questionVectors } from './vectors.ts'

const SAID = [
  'can i bring my dog',
  'are dogs allowed',
  'is my dog allowed?',
  'refund for a cancelled boat',
  'my boat was cancelled, refund please',
  'how do i get a refund when the boat is cancelled',
  'is there wifi',
  'wifi anywhere?',
  'who was the first captain',
]
const asked = SAID.map((text) => ({ text, times: 1 }))

describe('adjustedRand', () => {
  // The contingency table of the worked example in L. Hubert, P. Arabie (1985) style: 2 × 2 blocks by hand.
  it('is 4/7 for one question put apart', () =>
    expect(adjustedRand([0, 0, 1, 1], [0, 0, 1, 2])).to.be.closeTo(4 / 7, 1e-12))
  it('is 1 for the same partition under other names, and about 0 by chance', () => {
    expect(adjustedRand([0, 0, 1, 2], [5, 5, 9, 1])).to.equal(1)
    const random = seeded(2)
    const draw = () => Array.from({ length: 4_000 }, () => Math.floor(random() * 8))
    expect(adjustedRand(draw(), draw())).to.be.closeTo(0, 0.01)
  })
  it('refuses partitions of different things', () =>
    expect(() => adjustedRand([0], [0, 1])).to.throw(RangeError, 'of 1 and of 2 things'))
})

describe('vMeasure', () => {
  it('is the harmonic mean of homogeneity and completeness', () => {
    expect(vMeasure([0, 0, 1, 1], [1, 1, 0, 0])).to.equal(1)
    expect(vMeasure([0, 0, 1, 1], [0, 0, 0, 0])).to.equal(0)
    // Homogeneity 1; completeness 1 − H(K|C)/H(K) = 1 − (½ ln 2)/(1.5 ln 2) = 2/3; their harmonic mean is 0.8.
    expect(vMeasure([0, 0, 1, 1], [0, 0, 1, 2])).to.be.closeTo(0.8, 1e-12)
  })
})

describe('Heap', () => {
  it('gives back in order what a sort would', () => {
    const random = seeded(4)
    const heap = new Heap<number>((a, b) => a > b)
    const put = Array.from({ length: 500 }, () => Math.floor(random() * 90))
    for (const one of put) heap.push(one)
    const got: number[] = []
    while (heap.size > 0) got.push(heap.pop()!)
    expect(got).to.eql([...put].sort((a, b) => b - a))
  })
})

describe('neighbours', () => {
  const vectors = questionVectors(asked)
  it('are those that comparing all with all finds', () => {
    const slow = vectors.map((one, i) =>
      vectors
        .map((other, to) => ({ to, cosine: cosine(one, other) }))
        .filter(({ to, cosine: near }) => to !== i && near >= 0.1)
        .sort((a, b) => b.cosine - a.cosine || a.to - b.to)
        .slice(0, 3),
    )
    const fast = neighbours(vectors, 3, 0.1)
    expect(fast.map((some) => some.map(({ to }) => to))).to.eql(
      slow.map((some) => some.map(({ to }) => to)),
    )
  })
})

describe('cluster', () => {
  const vectors = questionVectors(asked)
  it('does not depend on the order of the questions', () => {
    const order = [8, 3, 0, 6, 1, 7, 5, 2, 4]
    const shuffled = cluster(order.map((i) => vectors[i]!))
    expect(
      adjustedRand(
        order.map((i) => cluster(vectors)[i]!),
        shuffled,
      ),
    ).to.equal(1)
  })
  it('keeps together and apart what the lead says', () => {
    const labels = cluster(vectors, { constraints: { together: [[6, 8]], apart: [[0, 1]] } })
    expect(labels[6]).to.equal(labels[8])
    expect(labels[0]).not.to.equal(labels[1])
  })
})

describe('topicsOf', () => {
  const topics = topicsOf(asked)
  it('puts questions together that ask the same in other words, and leaves alone what stands alone', () => {
    const found = topics.map(({ members }) => [...members].sort((a, b) => a - b))
    expect(found).to.deep.include([0, 1, 2])
    expect(found).to.deep.include([3, 4, 5])
    expect(found).to.deep.include([8])
  })
  it('names a topic by one of its questions, with the words that set it apart', () => {
    const refunds = topics.find(({ members }) => members.includes(3))!
    expect(refunds.label.toLowerCase()).to.include('refund')
    expect(refunds.words.slice(0, 3)).to.include.members(['cancelled', 'refund'])
  })
  it('puts wordings without a common word together when agents reply the same to both, and not for a reply that anything gets', () => {
    const others = [
      'when is the last train',
      'who was the first captain',
      'parking near the castle',
      'is the water cold',
      'my suitcase is broken',
      'do i need a passport',
    ]
    const together = (shared: string, elsewhere: string) => {
      const answered = [
        { text: 'any vacancies', times: 1, replies: [shared] },
        { text: 'do you take interns', times: 1, replies: [shared] },
        ...others.map((text) => ({ text, times: 1, replies: [elsewhere] })),
      ]
      return topicsOf(answered).some(({ members }) => members.includes(0) && members.includes(1))
    }
    expect(
      together(
        'Our crew office hires in spring; apply by mail with your papers.',
        'Thank you, I have passed it on.',
      ),
    ).to.equal(true)
    expect(together('Thank you, I have passed it on.', 'Thank you, I have passed it on.')).to.equal(
      false,
    )
  })
  it('counts repeats', () =>
    expect(
      topicsOf([
        { text: 'wifi?', times: 7 },
        { text: 'is there wifi', times: 2 },
      ])[0]!.times,
    ).to.equal(9))
  it('has nothing to say of nothing', () => expect(topicsOf([])).to.eql([]))
  it('cleans a name lightly', () => {
    expect(cleaned('hi, can i bring my dog??')).to.equal('Can i bring my dog?')
    expect(cleaned('water temperature')).to.equal('Water temperature')
  })
})

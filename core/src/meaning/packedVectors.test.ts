import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import { DIMENSIONS } from './encoder.ts'
import { HEADS, Heads, type HeadVectors, type NarrowHead, VECTOR_WIDTH } from './heads.ts'
import { packVectors, RECORD_BYTES, VectorRows, vectorTable } from './packedVectors.ts'

const random = seeded(5)
const numbers = (length: number, size = 1) =>
  Float32Array.from({ length }, () => (random() - 0.5) * size)
const dot = (a: Float32Array, b: Float32Array) =>
  a.reduce((sum, value, i) => sum + value * b[i]!, 0)

describe('heads and packed vectors', () => {
  const head = (): NarrowHead => ({
    weights: numbers(DIMENSIONS * DIMENSIONS, 0.2),
    bias: numbers(DIMENSIONS),
    directions: numbers(DIMENSIONS * VECTOR_WIDTH),
  })
  const three = { shipped: head(), tuned: head(), none: head() }
  const heads = new Heads(three)
  const pooled = Array.from({ length: 70 }, () => numbers(DIMENSIONS, 4))
  const vectors = heads.apply(pooled)

  it('puts each text under each head, as a bent layer and its directions tell', () => {
    const { weights, bias, directions } = three.tuned
    const bent = Float32Array.from({ length: DIMENSIONS }, (_, to) => {
      let sum = bias[to]!
      for (let from = 0; from < DIMENSIONS; from++)
        sum += pooled[69]![from]! * weights[from * DIMENSIONS + to]!
      return Math.tanh(sum)
    })
    const narrow = Float32Array.from({ length: VECTOR_WIDTH }, (_, to) =>
      bent.reduce((sum, value, from) => sum + value * directions[from * VECTOR_WIDTH + to]!, 0),
    )
    const length = Math.sqrt(dot(narrow, narrow))
    narrow.forEach((value, i) => expect(vectors[69]!.tuned[i]).to.be.closeTo(value / length, 1e-4))
  })
  it('gives vectors of unit length, the same one by one as all at once', () => {
    for (const name of HEADS)
      expect(dot(vectors[3]![name], vectors[3]![name])).to.be.closeTo(1, 1e-5)
    expect(heads.apply([pooled[3]!])[0]).to.eql(vectors[3])
  })
  it('keeps likeness to a hundredth in a byte a number', () => {
    const table = vectorTable(vectors.map(packVectors))
    for (const name of HEADS) {
      const rows = new VectorRows(table, name, 2, 60)
      const asked = vectors[0]![name]
      rows
        .dots(asked)
        .forEach((near, row) =>
          expect(near).to.be.closeTo(dot(asked, vectors[row + 2]![name]), 0.01),
        )
    }
  })
  it('packs what is nought, and refuses a record of another length', () => {
    const nought = Object.fromEntries(
      HEADS.map((name) => [name, new Float32Array(VECTOR_WIDTH)]),
    ) as unknown as HeadVectors
    const record = packVectors(nought)
    expect(record).to.have.length(RECORD_BYTES)
    expect(
      new VectorRows(vectorTable([record]), 'none', 0, 1).dot(numbers(VECTOR_WIDTH), 0),
    ).to.equal(0)
    expect(() => vectorTable([record.slice(1)])).to.throw('another length')
  })
  it('have one head where their encoder has one', () => {
    const only = numbers(VECTOR_WIDTH)
    const record = packVectors({ tuned: only })
    expect(record.length * HEADS.length).to.equal(RECORD_BYTES)
    const table = vectorTable([record])
    expect(table.heads).to.eql(['tuned'])
    const length = only.reduce((sum, value) => sum + value * value, 0)
    expect(new VectorRows(table, 'tuned', 0, 1).dot(only, 0)).to.be.closeTo(length, length / 50)
    expect(() => new VectorRows(table, 'none', 0, 1)).to.throw(RangeError)
  })
  it('are not of two encoders in one table', () => {
    const [one, three] = [
      packVectors({ tuned: numbers(VECTOR_WIDTH) }),
      new Uint8Array(RECORD_BYTES),
    ]
    expect(() => vectorTable([one, three])).to.throw('another length')
  })
})

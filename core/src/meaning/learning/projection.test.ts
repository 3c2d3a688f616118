import { expect } from 'chai'
import { seeded } from '../../maths/random.ts'
import { VECTOR_WIDTH } from '../heads.ts'
import { leadingDirections, narrowed } from './projection.ts'

const random = seeded(7)
const dot = (a: Float32Array, b: Float32Array) =>
  a.reduce((sum, value, i) => sum + value * b[i]!, 0)

describe('vectors cut down to what is stored', function () {
  this.timeout(60_000)
  it('are as they are with zeros behind, when they are short enough', () => {
    const short = narrowed(Float32Array.of(3, 4), null)
    expect(short).to.have.length(VECTOR_WIDTH)
    expect([...short.subarray(0, 3)].map((value) => value.toFixed(3))).to.eql([
      '0.600',
      '0.800',
      '0.000',
    ])
  })
  it('keep how alike two are, when they differ along fewer directions than they have numbers', () => {
    const [dimensions, rank, count] = [300, 12, 80]
    const basis = Array.from({ length: rank }, () =>
      Float32Array.from({ length: dimensions }, () => random() - 0.5),
    )
    const vectors = Array.from({ length: count }, () => {
      const out = new Float32Array(dimensions)
      for (const direction of basis) {
        const share = random() - 0.5
        for (let i = 0; i < dimensions; i++) out[i]! += share * direction[i]!
      }
      const length = Math.sqrt(dot(out, out))
      return out.map((value) => value / length)
    })
    const all = new Float32Array(count * dimensions)
    vectors.forEach((vector, row) => all.set(vector, row * dimensions))
    const directions = leadingDirections(all, dimensions, VECTOR_WIDTH)
    const cut = vectors.map((vector) => narrowed(vector, directions))
    for (let i = 1; i < count; i++)
      expect(dot(cut[0]!, cut[i]!)).to.be.closeTo(dot(vectors[0]!, vectors[i]!), 2e-3)
  })
  it('lie along directions of unit length at right angles', () => {
    const [dimensions, width] = [24, 8]
    const vectors = Float32Array.from({ length: 100 * dimensions }, () => random() - 0.5)
    const directions = leadingDirections(vectors, dimensions, width)
    const column = (at: number) =>
      Float32Array.from({ length: dimensions }, (_, row) => directions[row * width + at]!)
    for (let a = 0; a < width; a++)
      for (let b = 0; b < width; b++)
        expect(dot(column(a), column(b))).to.be.closeTo(a === b ? 1 : 0, 1e-3)
  })
})

import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import { ByteRows } from './byteRows.ts'

describe('rows of bytes', () => {
  const random = seeded(11)
  const bytes = (width: number) =>
    Int8Array.from({ length: width }, () => Math.round(255 * random()) - 127)
  const product = (a: Float32Array, b: Int8Array) =>
    a.reduce((sum, value, i) => sum + value * b[i]!, 0)

  for (const width of [16, 48, 256])
    it(`of ${width} give the products that a plain loop gives`, () => {
      const rows = Array.from({ length: 9 }, () => bytes(width))
      const held = new ByteRows(rows.length, width, (row) => rows[row]!)
      for (let asked = 0; asked < 3; asked++) {
        const vector = Float32Array.from({ length: width }, () => random() - 0.5)
        held
          .products(vector)
          .forEach((value, row) => expect(value).to.be.closeTo(product(vector, rows[row]!), 0.05))
      }
    })
  it('hold the largest numbers that there are', () => {
    const held = new ByteRows(1, 256, () => new Int8Array(256).fill(-127))
    expect(held.products(new Float32Array(256).fill(1))[0]).to.be.closeTo(-127 * 256, 1)
  })
  it('may be none, and a vector of nothing is near nothing', () => {
    expect([...new ByteRows(0, 16, bytes).products(new Float32Array(16))]).to.eql([])
    const held = new ByteRows(1, 16, () => bytes(16))
    expect([...held.products(new Float32Array(16))]).to.eql([0])
  })
})

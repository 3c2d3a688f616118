import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import { LayerKernel } from './layerKernel.ts'
import { byColumns } from './tensors.ts'

describe('the kernel of a layer', () => {
  const random = seeded(7)
  const numbers = (n: number) => Float32Array.from({ length: n }, () => random() - 0.5)
  const [most, widest] = [16, 64]
  const kernel = () => new LayerKernel(400_000, most, widest)
  const filled = (own: LayerKernel, values: Float32Array, width: number) => {
    const at = own.rows(width)
    own.view(at, values.length / width, width).set(values)
    return at
  }

  for (const rows of [1, 4, 7, 16])
    it(`multiplies ${rows} rows as a plain loop does, and adds`, () => {
      const own = kernel()
      const [depth, columns] = [64, 24]
      const [input, plus, bias] = [numbers(rows * depth), numbers(rows * columns), numbers(columns)]
      const matrix = { shape: [depth, columns], ...byColumns(numbers(depth * columns), columns) }
      const layer = own.dense(matrix, bias)
      const [from, more, out] = [
        filled(own, input, depth),
        filled(own, plus, columns),
        own.rows(columns),
      ]
      const expected = (row: number, column: number) => {
        let sum = bias[column]!
        for (let k = 0; k < depth; k++)
          sum +=
            input[row * depth + k]! * matrix.data[k * columns + column]! * matrix.scales![column]!
        return sum
      }
      own.apply(layer, from, out, rows, { plus: more })
      own
        .view(out, rows, columns)
        .forEach((value, at) =>
          expect(value).to.be.closeTo(
            expected(Math.floor(at / columns), at % columns) + plus[at]!,
            1e-3,
          ),
        )
      own.apply(layer, from, out, rows, { rectify: true })
      own
        .view(out, rows, columns)
        .forEach((value, at) =>
          expect(value).to.be.closeTo(
            Math.max(0, expected(Math.floor(at / columns), at % columns)),
            1e-3,
          ),
        )
    })

  it('brings rows to mean 0 and variance 1', () => {
    const own = kernel()
    const width = 32
    const normal = {
      scale: own.place(new Float32Array(width).fill(2)),
      shift: own.place(new Float32Array(width).fill(1)),
      width,
    }
    const out = own.rows(width)
    own.normalise(normal, filled(own, numbers(3 * width), width), out, 3)
    for (let row = 0; row < 3; row++) {
      const values = own.view(out, 3, width).slice(row * width, (row + 1) * width)
      const mean = values.reduce((sum, value) => sum + value, 0) / width
      const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / width
      expect(mean).to.be.closeTo(1, 1e-5)
      expect(variance).to.be.closeTo(4, 1e-3)
    }
  })

  it('lets each row gather from the rows of its own text alone', () => {
    const own = kernel()
    const [rows, width, heads] = [9, 64, 4]
    const asked = numbers(rows * 3 * width).map((value) => 6 * value)
    const at = filled(own, asked, 3 * width)
    const out = own.rows(width)
    const texts = [
      { begin: 0, end: 6 },
      { begin: 6, end: 9 },
    ]
    for (const text of texts) own.attend(at, out, text, width)
    const part = width / heads
    const of = (row: number, kind: number, i: number) => asked[(row * 3 + kind) * width + i]!
    for (const { begin, end } of texts)
      for (let row = begin; row < end; row++)
        for (let i = 0; i < width; i++) {
          const head = Math.floor(i / part) * part
          let [sum, all] = [0, 0]
          for (let other = begin; other < end; other++) {
            let score = 0
            for (let k = head; k < head + part; k++) score += of(row, 0, k) * of(other, 1, k)
            const weight = Math.exp(score / Math.sqrt(part))
            all += weight
            sum += weight * of(other, 2, i)
          }
          expect(own.view(out, rows, width)[row * width + i]).to.be.closeTo(sum / all, 1e-4)
        }
  })

  it('takes no matrix without scales', () =>
    expect(() =>
      kernel().dense({ shape: [4, 8], data: new Float32Array(32) }, new Float32Array(8)),
    ).to.throw('no scale for each column'))
})

import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import { Kernel } from './kernel.ts'

describe('the kernel', () => {
  const random = seeded(5)
  const numbers = (n: number) => Float32Array.from({ length: n }, () => random() - 0.5)
  for (const [rows, depth, columns] of [
    [1, 3, 8],
    [4, 16, 16],
    [7, 33, 40],
  ] as const)
    it(`multiplies ${rows} × ${depth} by ${depth} × ${columns} as a plain loop does`, () => {
      const kernel = new Kernel(2_000, 2_000)
      kernel.pack(numbers(64), 8, 8)
      const [a, b, bias] = [numbers(rows * depth), numbers(depth * columns), numbers(columns)]
      const out = kernel.product(a, rows, kernel.pack(b, depth, columns), bias)
      for (let row = 0; row < rows; row++)
        for (let column = 0; column < columns; column++) {
          let sum = bias[column]!
          for (let k = 0; k < depth; k++) sum += a[row * depth + k]! * b[k * columns + column]!
          expect(out[row * columns + column]).to.be.closeTo(sum, 1e-4)
        }
    })
})

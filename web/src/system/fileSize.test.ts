import { expect } from 'chai'
import { fileSize } from './fileSize.ts'

describe('fileSize', () => {
  const cases: [number, string][] = [
    [0, '0 B'],
    [999, '999 B'],
    [3_500_000, '3.5 MB'],
    [64_000_000_000, '64 GB'],
  ]
  for (const [bytes, said] of cases)
    it(`says ${bytes} as ${said}`, () => expect(fileSize(bytes)).to.equal(said))
})

import { expect } from 'chai'
import {
  byColumns,
  byRows,
  DamagedModel,
  plainColumns,
  readTensors,
  tensorOf,
  writeTensors,
} from './tensors.ts'

const values = Float32Array.from({ length: 24 }, (_, i) => Math.sin(i) * (i + 1))
const file = () =>
  writeTensors(
    new Map([
      ['plain', { shape: [4, 6], data: values }],
      ['columns', { shape: [4, 6], ...byColumns(values, 6) }],
      ['rows', { shape: [4, 6], ...byRows(values, 4) }],
    ]),
  )

describe('model files', () => {
  it('come back as they were written, wherever they lie in memory', () => {
    const whole = file()
    const shifted = new Uint8Array(whole.length + 5)
    shifted.set(whole, 5)
    for (const bytes of [whole, shifted.subarray(5)]) {
      const read = readTensors(bytes)
      expect([...read.keys()]).to.eql(['plain', 'columns', 'rows'])
      expect([...plainColumns(tensorOf(read, 'plain', 4, 6))]).to.eql([...values])
    }
  })
  it('keep numbers in a byte within half a step of their scale', () => {
    const columns = tensorOf(readTensors(file()), 'columns')
    plainColumns(columns).forEach((value, i) =>
      expect(Math.abs(value - values[i]!)).to.be.at.most(columns.scales![i % 6]! / 2 + 1e-6),
    )
  })
  it('keep a row of noughts', () => {
    const { data, scales } = byRows(new Float32Array(8), 2)
    expect([...data, ...scales!]).to.eql(Array(10).fill(0))
  })
  const damages: [string, (bytes: Uint8Array) => Uint8Array, string][] = [
    ['empty', () => new Uint8Array(0), 'it is no model file'],
    ['another file', () => Uint8Array.from({ length: 400 }, (_, i) => i), 'it is no model file'],
    ['cut short', (bytes) => bytes.slice(0, bytes.length - 16), 'it was cut short or changed'],
    [
      'changed in one place',
      (bytes) => bytes.with(bytes.length - 40, 1),
      'it was cut short or changed',
    ],
  ]
  for (const [name, damage, because] of damages)
    it(`say what is wrong when they are damaged: ${name}`, () =>
      expect(() => readTensors(damage(file()))).to.throw(DamagedModel, because))
  it('say which part is missing, or has another shape', () => {
    const read = readTensors(file())
    expect(() => tensorOf(read, 'more')).to.throw('it has no “more”')
    expect(() => tensorOf(read, 'rows', 6, 4)).to.throw('“rows” is 4 × 6, not 6 × 4')
  })
})

import { expect } from 'chai'
import { fitTrees, treeOdds } from './boostedTrees.ts'
import { minimise } from './minimise.ts'
import { seeded } from './random.ts'

describe('boosted trees', () => {
  const random = seeded(3)
  const rows = Array.from({ length: 600 }, () => [random(), random(), random()])
  /** Right in a band of one column, above the middle of another: no line can tell. */
  const isRight = ([a, b]: readonly number[]) => a! > 0.3 && a! < 0.7 && b! > 0.5
  const labels = rows.map((row) => (isRight(row) ? 1 : 0))
  it('tell what no line can', () => {
    const trees = fitTrees(rows, labels)
    const fresh = Array.from({ length: 200 }, () => [random(), random(), random()])
    const hits = fresh.filter((row) => treeOdds(trees, row) > 0 === isRight(row))
    expect(hits.length).to.be.greaterThan(180)
  })
  it('are the same for the same seed, and survive JSON', () => {
    const [one, other] = [fitTrees(rows, labels), fitTrees(rows, labels)]
    expect(one).to.eql(other)
    expect(treeOdds(JSON.parse(JSON.stringify(one)) as typeof one, rows[0]!)).to.equal(
      treeOdds(one, rows[0]!),
    )
  })
  it('say the base where nothing can be told', () => {
    const trees = fitTrees(
      rows.map(() => [1, 1, 1]),
      labels,
    )
    expect(treeOdds(trees, [1, 1, 1])).to.be.closeTo(trees.base, 0.2)
  })
})

describe('minimise', () => {
  it('finds the bottom of a narrow, bent valley', () => {
    const at = minimise(
      ([x, y]) => ({
        value: (1 - x!) ** 2 + 100 * (y! - x! ** 2) ** 2,
        gradient: Float64Array.of(-2 * (1 - x!) - 400 * x! * (y! - x! ** 2), 200 * (y! - x! ** 2)),
      }),
      Float64Array.of(-1.2, 1),
    )
    expect(at[0]).to.be.closeTo(1, 1e-3)
    expect(at[1]).to.be.closeTo(1, 1e-3)
  })
})

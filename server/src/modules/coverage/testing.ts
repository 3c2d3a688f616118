import type { OpenJanua } from '../../../../demo/allTables.ts'
import { type TestClock, type TestVisitor, visitor } from '../../testing/harness.ts'

/** Visitors who each ask one thing, a minute apart, and close their window. @returns the last of them */
export async function asked(
  janua: OpenJanua,
  clock: TestClock,
  texts: readonly string[],
  apartSeconds = 60,
): Promise<TestVisitor> {
  let last: TestVisitor | undefined
  for (const text of texts) {
    clock.pass(apartSeconds)
    last = await visitor(janua)
    await last.says(text)
    await last.post('/end')
  }
  return last!
}

/** Topics and figures brought up to date with what was asked. */
export async function learnt(janua: OpenJanua): Promise<void> {
  await janua.coverage.topics.pass('full')
  await janua.coverage.rollup.settle()
}

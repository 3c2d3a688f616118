import { flushPromises } from '@vue/test-utils'

/** Lets requests be answered, and the page show what came. */
export async function settled(): Promise<void> {
  for (let round = 0; round < 4; round++) {
    await flushPromises()
    await new Promise((done) => setTimeout(done))
  }
}

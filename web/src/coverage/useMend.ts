import type { GapMendInput } from '@janua/contracts'
import { post } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'
import { useSession } from '../shell/session.ts'

/** Puts a mend of a gap into the draft; says what it promises. */
export function useMend(topic: number) {
  const session = useSession()
  const { run, busy } = useAction()

  async function mend(input: GapMendInput): Promise<boolean> {
    const made = await run(
      () => post(`/gaps/${topic}/mends`, input),
      'In the draft, ready to publish',
    )
    if (made) await session.refreshRelease()
    return made !== undefined
  }
  return { mend, busy, run }
}

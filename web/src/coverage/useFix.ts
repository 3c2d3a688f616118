import { t } from '../shell/i18n.ts'
import type { GapFixInput } from '@janua/contracts'
import { post } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'
import { useSession } from '../shell/session.ts'

/** Puts a fix of a gap into the draft; says what it promises. */
export function useFix(topic: number) {
  const session = useSession()
  const { run, busy } = useAction()

  async function fix(input: GapFixInput): Promise<boolean> {
    const made = await run(
      () => post(`/gaps/${topic}/fixes`, input),
      t('coverage.useFix.inTheDraftReady'),
    )
    if (made) await session.refreshRelease()
    return made !== undefined
  }
  return { fix, busy, run }
}

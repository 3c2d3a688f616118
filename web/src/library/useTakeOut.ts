import { t } from '../shell/i18n.ts'
import { useConfirmed } from '../shell/useConfirmed.ts'

/** Asks before something leaves the draft. @returns a function that takes its name and says whether the person wants it */
export function useTakeOut(): (title: string) => Promise<boolean> {
  const confirmed = useConfirmed()
  return (title) =>
    confirmed({
      header: t('library.useTakeOut.takeOut', { title }),
      message: t('library.useTakeOut.itLeavesTheDraft'),
      accept: t('library.useTakeOut.takeItOut'),
    })
}

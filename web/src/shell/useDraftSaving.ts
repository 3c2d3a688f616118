import { t } from './i18n.ts'
import { type Ref, ref } from 'vue'
import { useSession } from './session.ts'
import { useAction } from './useAction.ts'

interface Editor {
  stored: Readonly<Ref<{ state: string } | undefined>>
  save(ready: boolean): Promise<boolean>
  keepMine(): void
}

/** Saves what a page edits, and says in the page what came of it. */
export function useDraftSaving({ stored, save, keepMine }: Editor) {
  const session = useSession()
  const { run, busy } = useAction()
  const said = ref('')
  let wasReady = false

  async function store(ready: boolean): Promise<void> {
    said.value = ''
    wasReady = ready
    if (await run(() => save(ready)))
      said.value = ready
        ? t('shell.useDraftSaving.savedReadyToPublish')
        : t('shell.useDraftSaving.savedInTheDraft')
    await session.refreshRelease()
  }
  /** As it is: what is ready stays ready. */
  const storeAgain = () => store(stored.value?.state === 'ready')
  /** Puts what I wrote in the place of what somebody saved meanwhile. */
  async function overwrite(): Promise<void> {
    keepMine()
    await store(wasReady)
  }
  return { run, busy, said, store, storeAgain, overwrite }
}

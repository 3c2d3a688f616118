import { t } from '../shell/i18n.ts'
import type { FindingKind } from '@janua/contracts'
import { computed, ref, watch } from 'vue'
import { post, remove } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { FINDINGS, useHealth } from './useHealth.ts'
import { useTakeOut } from './useTakeOut.ts'

/** Kinds that need the comparison of all passages, which takes a while at first. */
const COMPARED: readonly FindingKind[] = ['conflict', 'copy', 'unanswerable']
const REVIEW_MONTHS = 6

/** The findings of one kind, one of which is marked, and what settles them. @param first the kind that is wanted, if any */
export function useFindings(first: FindingKind | undefined) {
  const session = useSession()
  const { run, busy } = useAction()
  const mayTakeOut = useTakeOut()
  const { health, failure, counts, load, keep } = useHealth()
  /** What was chosen to be seen; until then the first kind with something in it. */
  const chosen = ref(first)
  /** By its place among those shown. */
  const marked = ref(0)

  const shown = computed(
    () =>
      chosen.value ??
      (health.value?.computedAt === null
        ? undefined
        : FINDINGS.find(({ kind }) => counts.value[kind] > 0)?.kind) ??
      'conflict',
  )
  /** Whether it is not known yet how many of a kind there are. */
  const isOpen = (kind: FindingKind) => health.value?.computedAt === null && COMPARED.includes(kind)
  const all = computed(() => Object.values(counts.value).reduce((sum, n) => sum + n, 0))
  const pairs = computed(() => {
    const { conflicts = [], copies = [] } = health.value ?? {}
    return shown.value === 'conflict' ? conflicts : shown.value === 'copy' ? copies : []
  })
  const rows = computed(() => {
    const {
      links = [],
      overdue = [],
      unused = [],
      unanswerable = [],
      failed = [],
    } = health.value ?? {}
    return { link: links, overdue, unused, unanswerable, failed, conflict: [], copy: [] }[
      shown.value
    ]
  })
  const keys = computed(() => [...pairs.value, ...rows.value].map(({ key }) => key))

  void load()
  watch(shown, () => (marked.value = 0))

  function mark(by: 1 | -1): void {
    marked.value = Math.max(0, Math.min(keys.value.length - 1, marked.value + by))
  }
  /** Does something about a finding: the next one takes its place. */
  async function settle(action: () => Promise<unknown>, done: string): Promise<void> {
    await run(action, done)
    await Promise.all([load(), session.refreshRelease()])
    marked.value = Math.max(0, Math.min(marked.value, keys.value.length - 1))
  }
  const meant = (key: string) =>
    settle(() => keep(shown.value, key), t('library.useFindings.leftAsItIs'))
  const markedIsMeant = () => meant(keys.value[marked.value]!)
  async function takeOut(item: number, title: string): Promise<void> {
    if (!(await mayTakeOut(title))) return
    await settle(() => remove(`/articles/${item}`), t('library.useFindings.takenOutOfThe'))
  }
  const reviewed = (item: number) =>
    settle(
      () => post(`/health/reviewed/${item}`, { months: REVIEW_MONTHS }),
      t('library.useFindings.stillRightLookAt'),
    )
  const teach = (item: number, phrasing: string) =>
    settle(
      () => post(`/articles/${item}/phrasings`, { phrasing, ready: true }),
      t('library.useFindings.taughtInTheDraft'),
    )
  /** @param to nothing makes plain words of the link */
  const fixLink = (item: number, address: string, to: string | null) =>
    settle(
      () => post('/health/links/fix', { item, address, to }),
      to ? t('library.useFindings.theLinkLeadsThere') : t('library.useFindings.theLinkIsPlain'),
    )
  const checkLinks = () =>
    settle(() => post('/health/links'), t('library.useFindings.allLinksChecked'))
  return {
    health,
    failure,
    counts,
    all,
    chosen,
    shown,
    isOpen,
    pairs,
    rows,
    keys,
    marked,
    busy,
    mark,
    meant,
    markedIsMeant,
    takeOut,
    reviewed,
    teach,
    fixLink,
    checkLinks,
  }
}

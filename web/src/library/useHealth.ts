import { t } from '../shell/i18n.ts'
import type { FindingKind, Health } from '@janua/contracts'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { get, inPlainWords, post } from '../shell/api.ts'

const POLL_MS = 700

/** What each kind of finding is called, and what it means. */
export const FINDINGS: { kind: FindingKind; name: string; means: string }[] = [
  {
    kind: 'conflict',
    name: t('library.useHealth.conflicts'),
    means: t('library.useHealth.twoTextsOnThe'),
  },
  {
    kind: 'copy',
    name: t('library.useHealth.nearCopies'),
    means: t('library.useHealth.twoPassagesSayNearly'),
  },
  {
    kind: 'link',
    name: t('library.useHealth.brokenLinks'),
    means: t('library.useHealth.linksThatLeadNowhere'),
  },
  {
    kind: 'overdue',
    name: t('library.useHealth.overdue'),
    means: t('library.useHealth.theDayOnWhich'),
  },
  {
    kind: 'unanswerable',
    name: t('library.useHealth.unreachable'),
    means: t('library.useHealth.passagesThatNothingLeads'),
  },
  {
    kind: 'unused',
    name: t('library.useHealth.unused'),
    means: t('library.useHealth.publishedFor60Days'),
  },
  {
    kind: 'failed',
    name: t('library.useHealth.failedReadings'),
    means: t('library.useHealth.sitesAndFilesWhose'),
  },
]

/** The state of the library's health; what is still being computed is asked for again. */
export function useHealth() {
  const health = shallowRef<Health>()
  const failure = ref('')
  let timer: ReturnType<typeof setTimeout> | undefined

  async function load(): Promise<void> {
    clearTimeout(timer)
    try {
      health.value = await get('/health')
      failure.value = ''
    } catch (cause) {
      failure.value = inPlainWords(cause)
    }
    if (health.value?.computing) timer = setTimeout(() => void load(), POLL_MS)
  }
  const counts = computed<Record<FindingKind, number>>(() => {
    const {
      conflicts = [],
      copies = [],
      links = [],
      overdue = [],
      unanswerable = [],
      unused = [],
      failed = [],
    } = health.value ?? ({} as Partial<Health>)
    return {
      conflict: conflicts.length,
      copy: copies.length,
      link: links.length,
      overdue: overdue.length,
      unanswerable: unanswerable.length,
      unused: unused.length,
      failed: failed.length,
    }
  })
  const keep = (kind: FindingKind, key: string) => post('/health/keep', { kind, key })
  onScopeDispose(() => clearTimeout(timer))
  return { health, failure, counts, load, keep }
}

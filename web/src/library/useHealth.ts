import type { FindingKind, Health } from '@janua/contracts'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { get, inPlainWords, post } from '../shell/api.ts'

const POLL_MS = 700

/** What each kind of finding is called, and what it means. */
export const FINDINGS: { kind: FindingKind; name: string; means: string }[] = [
  {
    kind: 'conflict',
    name: 'Conflicts',
    means:
      'Two texts on the same subject state different things. Visitors get whichever is found first.',
  },
  {
    kind: 'copy',
    name: 'Near copies',
    means: 'Two passages say nearly the same. When one is changed, the other stays old.',
  },
  { kind: 'link', name: 'Broken links', means: 'Links that lead nowhere.' },
  {
    kind: 'overdue',
    name: 'Overdue',
    means: 'The day on which somebody wanted to look at it again has passed.',
  },
  {
    kind: 'unanswerable',
    name: 'Unreachable',
    means:
      'Passages that nothing leads to: asking their title, headings and phrasings brings something else first.',
  },
  {
    kind: 'unused',
    name: 'Unused',
    means: 'Published for 60 days or more, and no answer was taken from it in the last 60.',
  },
  {
    kind: 'failed',
    name: 'Failed readings',
    means: 'Sites and files whose last reading went wrong.',
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

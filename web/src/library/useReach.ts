import type { ArticleContent, Insights } from '@janua/contracts'
import type { ReachMark } from '@janua/core'
import { watchDebounced } from '@vueuse/core'
import { computed, type Ref, shallowRef } from 'vue'
import { get, post } from '../shell/api.ts'

/** What each phrasing of an article brings first, as it is being written; and what came of the article so far. */
export function useReach(id: number, content: Ref<ArticleContent>, mayAsk: () => boolean) {
  const marks = shallowRef<ReachMark[]>([])
  const insights = shallowRef<Insights>()
  let asked = 0
  void get(`/articles/${id}/insights`).then(
    (found) => (insights.value = found),
    () => undefined,
  )

  /** The newest question wins: a slow answer never shows under newer text. */
  async function ask(): Promise<void> {
    const { title, body, phrasings } = content.value
    if (!mayAsk() || (title === '' && body === '')) return
    const mine = ++asked
    const found = await post(`/articles/${id}/marks`, {
      title,
      body,
      phrasings,
    }).catch(() => undefined)
    if (found && mine === asked) marks.value = found
  }
  watchDebounced(
    () => JSON.stringify([content.value.title, content.value.body, content.value.phrasings]),
    ask,
    { debounce: 400 },
  )

  const markOf = (phrasing: string) => marks.value.find((mark) => mark.phrasing === phrasing)
  const titleMark = computed(() => markOf(content.value.title))
  return { markOf, titleMark, insights, ask }
}

import type { ArticleContent, MovedQuestions } from '@janua/contracts'
import { watchDebounced } from '@vueuse/core'
import { type Ref, shallowRef } from 'vue'
import { post } from '../shell/api.ts'

const WAIT = 800

/**
 * What questions of the log an article would come to answer as its title and wordings are edited; undefined while they are as they are saved.
 * @param saved what is in the draft; undefined until it is read
 */
export function useMoved(
  id: number,
  content: Ref<ArticleContent>,
  saved: Ref<ArticleContent | undefined>,
) {
  const moved = shallowRef<MovedQuestions>()
  const looking = shallowRef(false)
  let asked = 0
  const taught = ({ title, phrasings }: ArticleContent) => JSON.stringify([title, phrasings])
  const isSaved = () => !saved.value || taught(saved.value) === taught(content.value)

  /** The newest question wins: a slow answer never shows under newer text. */
  async function look(): Promise<void> {
    const mine = ++asked
    if (isSaved()) {
      moved.value = undefined
      return
    }
    const { title, body, phrasings } = content.value
    looking.value = true
    const found = await post(`/articles/${id}/moved`, {
      title,
      body,
      phrasings,
    }).catch(() => undefined)
    if (mine !== asked) return
    looking.value = false
    moved.value = found
  }
  watchDebounced(() => taught(content.value) + String(isSaved()), look, { debounce: WAIT })
  return { moved, looking }
}

import { ARTICLE_SORTS, type ArticleQuery } from '@janua/contracts'
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useListing } from '../shell/useListing.ts'
import { useRemote } from '../shell/useRemote.ts'

/** What of the library is shown: of which kind, in which order, and with what in it. */
export function useLibraryList(kind: () => 'article' | 'fixed') {
  /** Kept by the browser. */
  const settings = useLocalStorage(`janua:list:${kind()}`, {
    sort: 'updatedAt' as ArticleQuery['sort'],
    order: 'desc' as ArticleQuery['order'],
    limit: 25,
  })
  const collection = ref('')
  const standing = ref<ArticleQuery['state']>('')
  const shown = ref<'library' | 'article' | 'document'>('library')
  const { search, words, offset } = useListing(() => [
    kind(),
    collection.value,
    standing.value,
    shown.value,
    settings.value.sort,
    settings.value.order,
  ])
  const { state, reload } = useRemote('/articles', () => ({
    ...settings.value,
    kind: kind() === 'fixed' ? ('fixed' as const) : shown.value,
    search: words.value,
    collection: collection.value,
    state: standing.value,
    offset: offset.value,
  }))
  const collections = computed(() => state.value.value?.collections ?? [])
  const isFiltered = computed(
    () =>
      search.value !== '' ||
      collection.value !== '' ||
      standing.value !== '' ||
      shown.value !== 'library',
  )

  /** @param order as PrimeVue's table says it: 1 is ascending */
  function sortBy(field: unknown, order: number | null | undefined): void {
    const sort = ARTICLE_SORTS.find((each) => each === field)
    if (sort) settings.value = { ...settings.value, sort, order: order === 1 ? 'asc' : 'desc' }
  }
  function clearFilters(): void {
    search.value = ''
    collection.value = ''
    standing.value = ''
    shown.value = 'library'
  }
  return {
    settings,
    search,
    collection,
    standing,
    shown,
    offset,
    state,
    collections,
    isFiltered,
    sortBy,
    clearFilters,
    reload,
  }
}

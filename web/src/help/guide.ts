import type { GuideName, GuidePage, GuideSection } from '@janua/contracts'
import { ref, shallowRef } from 'vue'
import { get, inPlainWords } from '../shell/api.ts'
import { pageOf } from '../shell/pages.ts'
import { queryClient } from '../shell/queryClient.ts'

/** A section of the guide with the page of the guide that it stands on. */
export interface GuidePlace {
  name: GuideName
  section: GuideSection
}

/** The whole guide, in the person's language; asked for once. */
export const guide = (): Promise<GuidePage[]> =>
  queryClient.fetchQuery({
    queryKey: ['guide'],
    queryFn: () => get('/guide'),
    staleTime: Infinity,
  })

/** The guide on a page: what was read of it, or why it could not be read. */
export function useGuide() {
  const pages = shallowRef<GuidePage[]>([])
  const failed = ref('')
  /** Reads it once; what failed is tried again. */
  async function load(): Promise<void> {
    if (pages.value.length > 0) return
    failed.value = ''
    await guide().then(
      (read) => (pages.value = read),
      (cause: unknown) => (failed.value = inPlainWords(cause)),
    )
  }
  return { pages, failed, load }
}

export const placesOf = (pages: readonly GuidePage[]): GuidePlace[] =>
  pages.flatMap(({ name, sections }) => sections.map((section) => ({ name, section })))

/** What the guide says about the page of the app at an address; undefined where it says nothing. */
export function placeAbout(pages: readonly GuidePage[], path: string): GuidePlace | undefined {
  const page = pageOf(path)?.path
  return placesOf(pages).find(({ section }) => section.page !== null && section.page === page)
}

/** The address of a section in the guide. */
export const addressOf = ({ name, section }: GuidePlace): string =>
  `/guide/${name}#${anchorOf(section)}`

/** @example anchorOf({ title: 'Audit sample', … }) // 'audit-sample' */
export const anchorOf = ({ title }: Pick<GuideSection, 'title'>): string =>
  title
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')

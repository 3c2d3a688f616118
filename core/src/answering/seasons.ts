import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import type { Candidate } from '../retrieval/search.ts'
import { ASPECT_TIME } from '../text/analyse.ts'
import { type DayFacts, factsOf } from '../text/calendar.ts'
import { sentences } from '../text/sentences.ts'
import { type Cover, coverSeason } from './covers.ts'

const NAMES_SEASON =
  /\b(?:summer|winter|spring|autumn|season|sommer|fruhling|fruhjahr|herbst|saison)/

/**
 * What a question about times is asked for: the days that it names, else today; nothing when it names a season itself.
 * @param folded the question, folded
 * @param stems of its terms, those left out that were carried over
 */
export function seasonDays(
  folded: string,
  stems: readonly string[],
  { sought, today }: { sought: readonly DayFacts[]; today?: string },
): readonly DayFacts[] {
  if (NAMES_SEASON.test(folded)) return []
  if (sought.length > 0) return sought
  return today && stems.includes(ASPECT_TIME) ? [factsOf(today)] : []
}

export interface OutOfSeason {
  doc: number
  because: string
}

/**
 * Of passages that begin by saying from when to when they hold ("The summer timetable runs from 1 April to 31 October"), those that do
 * not hold on the days asked for. Only where another candidate does: an old timetable is better than none.
 */
export function outOfSeason(
  found: readonly Candidate[],
  days: readonly DayFacts[],
  index: ReleaseIndex,
): OutOfSeason[] {
  if (days.length === 0) return []
  const told = found.map(({ doc }) => {
    const [first] = sentences(index.passage(doc).passage.text)
    const covers = days.map((day): Cover => coverSeason(first ?? '', day))
    return {
      doc,
      first,
      cover: covers.includes('covers')
        ? 'covers'
        : covers.includes('excludes')
          ? 'excludes'
          : 'silent',
    }
  })
  if (!told.some(({ cover }) => cover === 'covers')) return []
  return told
    .filter(({ cover }) => cover === 'excludes')
    .map(({ doc, first }) => ({ doc, because: `holds on other days: “${first}”` }))
}

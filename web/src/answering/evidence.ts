import type { Contributions } from '@janua/core'
import { t } from '../shell/i18n.ts'

type Sign = keyof Contributions

/** Something that speaks for a passage or against it. */
export interface Evidence {
  words: string
  /** What it adds to the log-odds. */
  weight: number
}

/** Less than this decides nothing. */
const LEAST_WEIGHT = 0.1
/** More reasons than these only blur the picture. */
const MOST = 3

/** What each sign says where it speaks for a passage, and where it speaks against it. */
const WORDS: Record<Sign, [speaksFor: string, against: string]> = {
  words: [t('answering.evidence.words'), t('answering.evidence.notWords')],
  margin: [t('answering.evidence.margin'), t('answering.evidence.notMargin')],
  asked: [t('answering.evidence.asked'), t('answering.evidence.notAsked')],
  said: [t('answering.evidence.said'), t('answering.evidence.notSaid')],
  rival: [t('answering.evidence.noRival'), t('answering.evidence.rival')],
  elsewhere: [t('answering.evidence.notElsewhere'), t('answering.evidence.elsewhere')],
  missing: [t('answering.evidence.notMissing'), t('answering.evidence.missing')],
  repaired: [t('answering.evidence.notRepaired'), t('answering.evidence.repaired')],
  telling: [t('answering.evidence.telling'), t('answering.evidence.notTelling')],
  fits: [t('answering.evidence.fits'), t('answering.evidence.notFits')],
  same: [t('answering.evidence.same'), t('answering.evidence.notSame')],
  sharedWords: [t('answering.evidence.words'), t('answering.evidence.notWords')],
  titleOrTaught: [t('answering.evidence.taught'), t('answering.evidence.notTaught')],
  wordMeaning: [t('answering.evidence.wordMeaning'), t('answering.evidence.notWordMeaning')],
  sentenceMeaning: [t('answering.evidence.sentence'), t('answering.evidence.notSentence')],
  letters: [t('answering.evidence.letters'), t('answering.evidence.notLetters')],
  wordsAlone: [t('answering.evidence.wordsAlone'), t('answering.evidence.notWordsAlone')],
  forAnother: [t('answering.evidence.notForAnother'), t('answering.evidence.forAnother')],
}

/** What decided most about a passage, the strongest first. */
export function evidenceOf(contributions: Partial<Contributions>): Evidence[] {
  return Object.entries(contributions)
    .filter(([, weight]) => Math.abs(weight) >= LEAST_WEIGHT)
    .sort(([, a], [, b]) => Math.abs(b) - Math.abs(a))
    .slice(0, MOST)
    .map(([sign, weight]) => ({ words: WORDS[sign as Sign][weight > 0 ? 0 : 1], weight }))
}

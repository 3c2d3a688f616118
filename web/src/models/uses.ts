import { t } from '../shell/i18n.ts'
import type { ModelUse } from '@janua/contracts'

/** What each use is called, and what it does. */
export const USE_WORDS: Record<ModelUse, { name: string; does: string }> = {
  wording: {
    name: t('models.uses.wordAnswers'),
    does: t('models.uses.answersToVisitorsAre'),
  },
  elsewhere: {
    name: t('models.uses.answerFromElsewhere'),
    does: t('models.uses.whereTheLibraryIs'),
  },
  opinion: {
    name: t('models.uses.secondOpinion'),
    does: t('models.uses.forAnswersNearThe'),
  },
  phrasings: {
    name: t('models.uses.proposePhrasings'),
    does: t('models.uses.waysInWhichCustomers'),
  },
  drafting: {
    name: t('models.uses.draftArticles'),
    does: t('models.uses.aFirstVersionOf'),
  },
  'door texts': {
    name: t('models.uses.wordADoorsTexts'),
    does: t('models.uses.theSentencesThatThe'),
  },
  summary: {
    name: t('models.uses.sumUpConversations'),
    does: t('models.uses.aFewSentencesFor'),
  },
}

import { t } from './i18n.ts'
import { isWithin } from './pages.ts'

type Shortcut = [keys: string, action: string]

const EVERYWHERE: Shortcut[] = [
  ['/', t('shell.shortcuts.findAnything')],
  ['?', t('shell.shortcuts.showTheseKeys')],
]
const PAGES: Record<string, Shortcut[]> = {
  '/desk': [
    ['T', t('shell.shortcuts.takeTheConversationThat')],
    ['J · K', t('shell.shortcuts.nextPreviousOfMine')],
    ['R · N', t('shell.shortcuts.writeAReplyA')],
    ['M', t('shell.shortcuts.moveIt')],
    ['B', t('shell.shortcuts.backToTheAssistant')],
    ['C', t('shell.shortcuts.closeItThen1')],
    [t('shell.shortcuts.ctrlEnter'), t('shell.shortcuts.sendTheReply')],
    [t('shell.shortcuts.alt1Alt2'), t('shell.shortcuts.putAPassageOf')],
    [t('shell.shortcuts.altL'), t('shell.shortcuts.lookUpAPassage')],
  ],
  '/gaps': [
    ['J · K', t('shell.shortcuts.nextPreviousGap')],
    ['Enter', t('shell.shortcuts.openTheMarkedGap')],
  ],
  '/questions': [
    ['J · K', t('shell.shortcuts.nextPreviousQuestion')],
    ['R · P · W', t('shell.shortcuts.itsAnswerIsRight')],
    ['S · Q', t('shell.shortcuts.rightlySilentNotA')],
    ['N', t('shell.shortcuts.passItOver')],
    ['U', t('shell.shortcuts.undoTheLastReview')],
  ],
  '/audit-sample': [
    ['R · P · W', t('shell.shortcuts.theAnswerIsRight')],
    ['N', t('shell.shortcuts.passItOver')],
  ],
  '/unsettled': [
    ['J · K', t('shell.shortcuts.nextPreviousQuestion')],
    ['Enter', t('shell.shortcuts.fixTheMarkedQuestion')],
  ],
  '/rehearsal': [
    ['R · W', t('shell.shortcuts.theShownAnswerIs')],
    ['S', t('shell.shortcuts.itShouldHaveBeen')],
    ['C', t('shell.shortcuts.compareWithLive')],
    ['E', t('shell.shortcuts.editTheArticleBeside')],
  ],
  '/threshold': [
    ['R · P · W', t('shell.shortcuts.theAnswerBeforeYou')],
    ['N', t('shell.shortcuts.passItOver')],
  ],
  '/replay': [
    ['J · K', t('shell.shortcuts.nextPreviousQuestion')],
    ['R · W', t('shell.shortcuts.theDraftsAnswerIs')],
    ['A', t('shell.shortcuts.takeTheChangeAs')],
  ],
  '/library': [
    [t('shell.shortcuts.ctrlS'), t('shell.shortcuts.saveTheArticle')],
    ['Y · N', t('shell.shortcuts.takeRefuseTheMarked')],
  ],
  '/documents': [[t('shell.shortcuts.ctrlS'), t('shell.shortcuts.saveTheDocument')]],
  '/health': [
    ['J · K', t('shell.shortcuts.nextPreviousFinding')],
    ['M', t('shell.shortcuts.itIsMeantSo')],
  ],
  '/fixed': [[t('shell.shortcuts.ctrlS'), t('shell.shortcuts.saveTheFixedAnswer')]],
}

/** The keys of a page, its own first. */
export function shortcutsOf(path: string): Shortcut[] {
  const page = Object.keys(PAGES).find((each) => isWithin(path, each))
  return [...(page ? PAGES[page]! : []), ...EVERYWHERE]
}

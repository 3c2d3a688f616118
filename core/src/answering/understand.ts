import { fold, tokenize } from '../text/tokens.ts'
import { type SmallTalk, smallTalkOf, STARTER_SMALL_TALK } from './smallTalk.ts'

/** What a message is: small talk or a bare wish for a person is an event, anything else is a question. */
export interface Understood {
  smallTalk?: SmallTalk
  wantsPerson: boolean
  isQuestion: boolean
}

const PERSON =
  '(a |an |the |some ?)?(real |live )?(human|person|agent|operator|advisor|adviser|representative|someone|somebody|anyone|anybody|people|member of staff|member of the team|your team|the team|staff|colleague)'
const WISH = new RegExp(
  `\\b(talk|speak|chat|connect me|put me through|get me|transfer me|hand me over)\\b.{0,14}\\b${PERSON}\\b|\\b(i )?(want|need|would like|can i have|give me) ${PERSON}\\b|` +
    `\\b(someone|somebody|anyone|anybody) (that |who |whom )?(i|we) (can|could|may) (talk|speak|chat)\\b|\\b(can|could|would) (someone|somebody|anyone|anybody) (please )?(call|ring|phone) me\\b|\\bkann mich (bitte )?jemand anrufen\\b|\\bwho (can|could|do|should) (i|we) (talk|speak|chat) (to|with)\\b|` +
    `\\b(mit (einem|einer) (menschen?|mitarbeiter(in)?|person)|mit (jemand|jemandem|irgendjemandem)\\b.{0,24}\\b(sprechen|reden)|einen menschen|echter mensch)\\b`,
)
const BARE = new RegExp(`^(please )?${PERSON}( please)?$|^(mensch|mitarbeiter)( bitte)?$`)
const WISH_WORDS = new Set(
  `i id we us let want need would like can could may please to with talk speak chat connect me put through get transfer hand over give have a an the real live human person agent
  operator someone somebody anyone anybody advisor adviser representative people staff team your there is who member of colleague now instead just rather not machine bot ich mochte will kann mit einem einer einen menschen mensch
  mitarbeiter mitarbeiterin sprechen reden bitte echter person call ring phone mich anrufen kann jemand jemandem irgendjemandem vom von aus dem team gerne`.split(
    /\s+/,
  ),
)

/**
 * Reads what kind of message this is.
 * @param smallTalk those of the release
 * @example understand('can I talk to a person?').wantsPerson // true
 */
export function understand(
  message: string,
  smallTalk: readonly SmallTalk[] = STARTER_SMALL_TALK,
): Understood {
  const said = smallTalk[smallTalkOf(message, smallTalk)]
  if (said) return { smallTalk: said, wantsPerson: false, isQuestion: false }
  const plain = fold(message)
    .replace(/['’]/g, '')
    .replace(/[^\p{L}\p{N}\s]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim()
  const wantsPerson = WISH.test(plain) || BARE.test(plain)
  const bare = wantsPerson && tokenize(plain).every(({ word }) => WISH_WORDS.has(word))
  return { wantsPerson, isQuestion: !bare && plain !== '' }
}

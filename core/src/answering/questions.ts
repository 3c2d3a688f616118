import { fold, tokenize } from '../text/tokens.ts'
import { sentences } from '../text/sentences.ts'
import { analyse } from '../text/analyse.ts'
import type { Language } from '../text/language.ts'

/** More questions than this in one message are answered as one. */
const MOST_QUESTIONS = 4

const ASKING =
  /^(?:(?:and|und|also|so|ok|okay|hi|hello|hallo|please|bitte|or|oder|but|aber)[, ]+)*(?:who|what|whats|when|where|which|why|how|whose|can|could|do|does|did|is|are|am|was|were|will|would|should|may|must|have|has|wer|was|wann|wo|woher|wohin|welche[rsnm]?|warum|wieso|weshalb|wie|wieviel|kann|konnen|konnte|darf|durfen|gibt|ist|sind|hat|habt|haben|muss|mussen|soll|wird|werden|nehmt|fahrt|fahren|kostet|kosten)\b/
const TELLING =
  /^(?:please )?(?:tell me|explain|show me|let me know|i (?:want|need|would like) to know|erklar|sag mir|ich (?:mochte|will) wissen)\b/
/** Where one sentence asks two things. */
const JOINT =
  /(?:,\s*)?\s+(?:and|und|also|or|oder)\s+(?=(?:also |auch )?(?:who|what|when|where|which|why|how|can i|can we|could i|do you|do i|does|is there|are there|is it|are|will|wer|was|wann|wo|welche[rsnm]?|warum|wie|kann ich|darf ich|gibt es|ist)\b)/i
/** What people say before they ask; it is not what they ask about. */
const FRAMES = [
  /^(?:dear|sehr geehrte[rs]?|liebe[rs]?)(?: [\p{L}.'’-]+){1,6}\s*(?:[,:!]\s+|\n)/iu,
  /^(?:hi|hello|hey|good (?:morning|afternoon|evening)|dear \w+|hallo|guten (?:tag|morgen|abend)|moin(?: moin)?|servus|gr(?:ü|u|ue)(?:ß|ss) gott|gr(?:ü|u|ue)ezi)(?: there| all| everyone| zusammen)?\s*[,.!:-]*\s+/i,
  /^(?:(?:so |very )?sorry(?: (?:to bother|for bothering|to disturb|for disturbing) you)?|excuse me|pardon(?: me)?|(?:bitte )?entschuldig(?:ung|en sie)|tut mir leid|verzeihung)\s*(?:[,.!:–-]+\s*|\bbut\b)(?:but |aber )?/i,
  /^(?:quick |short |just a |another |kurze )?(?:question|query|frage)(?: about| on| regarding| zu[rm]?| uber)?\s*[:,-]?\s+/i,
  /^(?:(?:could|can|would|will) (?:you|somebody|someone|anybody|anyone) (?:please |kindly )?)?(?:explain|tell me|show me|help me(?: with)?|let me know|advise(?: me)?)(?: please)?(?: about| on| if| whether)?\s*[:,]?\s+/i,
  /^(?:i (?:would like|want|need|wish) to (?:know|ask|find out)|i(?:'d| would) like to (?:know|ask)|i was wondering|i wonder|do you know|any idea)(?: about| if| whether)?\s*[:,]?\s+/i,
  /^(?:i(?:'m| am)? (?:need|require|having|have) (?:some )?(?:help|trouble|problems?|questions?)(?: with| about| on)?)\s*[:,]?\s+/i,
  /^(?:i need help(?: with| on)?)\s*[:,]?\s+/i,
  /^(?:(?:kann|konnen|können|konnte|könnte)(?:st)? (?:mir )?(?:jemand|sie|du|ihr)(?: mir)?(?: bitte)? (?:sagen|erklaren|erklären|helfen)(?:,? ob)?)\s*[:,]?\s+/i,
  /^(?:ich (?:brauche|benotige|benötige) hilfe(?: bei| mit| zu)?|ich habe eine frage(?: zu[rm]?| uber| über)?|ich (?:mochte|möchte|wurde|würde) (?:gerne? )?wissen(?:,? ob)?|ich (?:wusste|wüsste|wuesste) gerne?(?:,? ob)?|wisst ihr(?:,? ob)?|wissen sie(?:,? ob)?)\s*[:,]?\s+/i,
  /^(?:what about|how about|(?:is|are) there (?:something|anything|(?:some |any )?info(?:rmation)?) (?:on|about)|i(?:'m| am) (?:looking for|trying to find)(?: out)?(?: something)?(?: about| on)?)\s+/i,
  /^(?:(?:erzahl|erzähl|sag|zeig)(?:t|en sie)? mir(?: bitte)?(?: etwas| was)?(?: von| vom| uber| über| zu[rm]?)?|gibt es (?:etwas|was|info(?:s|rmationen)?) (?:zu[rm]?|uber|über)|ich suche(?: etwas| info(?:s|rmationen)?)?(?: zu[rm]?| uber| über)?|was ist mit)\s+/i,
  /^(?:ich hab(?:e)? (?:ein problem|probleme|schwierigkeiten|fragen|eine frage) (?:mit|bei[m]?|zu[rm]?))\s+/i,
]
/** A message that is quoted as a whole. */
const QUOTED = /^["“„«']([^"“”„«»]+)["”“»']$/
const TAIL =
  /[\s,]+(?:how does (?:that|it|this) work|how do i do that|any ideas?|wie geht das|geht das|was tun|please|(?:many )?thanks(?: in advance| a lot)?|thank you(?: very much| in advance| so much)?|bitte|danke(?: sch(?:ö|o)n)?(?: im voraus)?|(?:vielen|besten|herzlichen) dank(?: im voraus)?|erklaren|erklären)(?![\p{L}\p{N}])([^\p{L}\p{N}]{0,12})$/iu

/** A message without its greeting and the words that only say that something is asked. Never empty when the message was not. */
export function unframed(message: string): string {
  let text = message.trim().replace(QUOTED, '$1')
  for (let round = 0; round < 3; round++) {
    const before = text
    for (const frame of [...FRAMES, TAIL]) {
      const rest = text
        .replace(frame, (...found: unknown[]) => (frame === TAIL ? String(found[1] ?? '') : ''))
        .trim()
      if (tokenize(rest).length > 0) text = rest
    }
    if (text === before) break
  }
  return text
}

/**
 * The questions of a message, in order. What is told before a question ("I have a van of 6 m.") goes with it; a message without a
 * question, or with too many, is one.
 * @example questionsIn('What does a bike cost and can I bring my dog?', 'en') // ['What does a bike cost', 'can I bring my dog?']
 */
export function questionsIn(message: string, language: Language): string[] {
  type Piece = { text: string; asks: boolean }
  const found = sentences(message.replace(/\s*\n+\s*/g, '\n').trim())
    .flatMap((sentence) => sentence.split('\n'))
    .flatMap((sentence): Piece[] =>
      asks(sentence)
        ? sentence
            .split(JOINT)
            .filter(Boolean)
            .map((text) => ({ text, asks: true }))
        : [{ text: sentence, asks: false }],
    )
  const questions: string[] = []
  let told = ''
  for (const { text, asks: isAsked } of found) {
    if (!isAsked) told = `${told} ${text}`.trim()
    else {
      questions.push(`${told} ${text}`.trim())
      told = ''
    }
  }
  if (told && questions.length > 0 && analyse(told, language).length > 0)
    questions[questions.length - 1] += ` ${told}`
  const substantial = questions.filter((text) => tokenize(text).length > 1)
  return substantial.length > 1 && questions.length <= MOST_QUESTIONS ? questions : [message]
}

function asks(sentence: string): boolean {
  const plain = fold(sentence.trim())
  return plain.endsWith('?') || ASKING.test(plain) || TELLING.test(plain)
}

import { fold } from '../text/tokens.ts'

/** Something people say that is no question, and what the assistant says to it. */
export interface SmallTalk {
  name: string
  /** What people say. */
  says: string[]
  replies: { en: string; de: string }
}

/** What is said to a message without a word in it: a smile, a thumb, three question marks. */
export const WITHOUT_WORDS: SmallTalk = {
  name: 'No words',
  says: [],
  replies: {
    en: 'What can I help you with? A few words are enough.',
    de: 'Wobei kann ich helfen? Ein paar Worte genügen.',
  },
}

/** What every team starts from; a release without any small talk uses these. */
export const STARTER_SMALL_TALK: readonly SmallTalk[] = [
  {
    name: 'Greeting',
    says: [
      'hi',
      'hello',
      'hey',
      'good morning',
      'good afternoon',
      'good evening',
      'good day',
      'hallo',
      'guten tag',
      'guten morgen',
      'guten abend',
      'moin',
      'servus',
    ],
    replies: {
      en: 'Hello. What would you like to know?',
      de: 'Guten Tag. Was möchten Sie wissen?',
    },
  },
  {
    name: 'Thanks',
    says: [
      'thanks',
      'thank you',
      'thx',
      'many thanks',
      'cheers',
      'great',
      'perfect',
      'super',
      'ok',
      'okay',
      'danke',
      'vielen dank',
      'danke schön',
      'alles klar',
    ],
    replies: { en: 'You are welcome. Anything else?', de: 'Gern geschehen. Noch etwas?' },
  },
  {
    name: 'Goodbye',
    says: [
      'bye',
      'goodbye',
      'bye bye',
      'see you',
      'have a nice day',
      'tschüss',
      'auf wiedersehen',
      'ciao',
      'schönen tag noch',
    ],
    replies: {
      en: 'Goodbye, and thank you for asking.',
      de: 'Auf Wiedersehen, und danke für Ihre Frage.',
    },
  },
  {
    name: 'Are you a person?',
    says: [
      'are you a person',
      'are you a real person',
      'are you human',
      'are you a human',
      'are you a robot',
      'are you a bot',
      'is this a bot',
      'am i talking to a person',
      'am i talking to a robot',
      'who are you',
      'bist du ein mensch',
      'sind sie ein mensch',
      'bist du ein roboter',
    ],
    replies: {
      en: 'I am a program that answers from our own help pages. I can bring in a person whenever you like.',
      de: 'Ich bin ein Programm, das aus unseren Hilfeseiten antwortet. Ich kann jederzeit einen Menschen holen.',
    },
  },
]

/** Words that may stand beside small talk without making it a question. */
const FILLERS = new Set(
  'there all team so very much a lot sehr zusammen everyone everybody again then now please bitte and und oh well ok okay also just'.split(
    ' ',
  ),
)

/**
 * Reads a message that is nothing but small talk and small words between them; the last one is replied to.
 * @returns its place in the list, or −1
 * @example smallTalkOf('ok thanks a lot', STARTER_SMALL_TALK) // 1
 */
export function smallTalkOf(message: string, smallTalk: readonly SmallTalk[]): number {
  const words = plainWords(message)
  const phrases = smallTalk
    .flatMap(({ says }, number) => says.map((text) => ({ number, words: plainWords(text) })))
    .sort((a, b) => b.words.length - a.words.length)
  let said = -1
  for (let at = 0; at < words.length;) {
    const phrase = phrases.find(
      (each) => each.words.length > 0 && each.words.every((word, i) => words[at + i] === word),
    )
    if (phrase) said = phrase.number
    else if (!FILLERS.has(words[at]!)) return -1
    at += phrase?.words.length ?? 1
  }
  return said
}

function plainWords(text: string): string[] {
  return fold(text)
    .replace(/['’]/g, '')
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
}

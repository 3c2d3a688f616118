import { type DoorContent, type DoorTexts, STARTER_RULES } from '@janua/contracts'

const en: DoorTexts = {
  greeting:
    'Hello. Ask me anything about our service. I answer from our own help pages and always show where it stands.',
  unknown: 'I don’t know that one.',
  near: 'I am not sure. Is it one of these?',
  which: 'That can mean several things. Which of these is it?',
  offerPerson: 'I can bring in a person for you.',
  waiting:
    'I’ve passed this on to the team, with everything you wrote. You won’t have to repeat anything.',
  closedHours:
    'Nobody from the team is available right now. Leave your question and we’ll get back to you, or carry on with me.',
  longWait:
    'The team is busy right now. You can wait, or leave your question and we’ll get back to you.',
  nobodyCame: 'Sorry, nobody from the team was free in time.',
  nudge: 'Was that all? If not, just write on; else I close this here in a while.',
  goodbye: 'This conversation has ended. Write again whenever you like.',
}
const de: DoorTexts = {
  greeting:
    'Guten Tag. Fragen Sie mich zu unserem Angebot. Ich antworte aus unseren Hilfeseiten und zeige immer, wo es steht.',
  unknown: 'Das weiß ich nicht.',
  near: 'Ich bin nicht sicher. Ist es eines davon?',
  which: 'Das kann mehreres heißen. Was davon meinen Sie?',
  offerPerson: 'Ich kann einen Menschen für Sie holen.',
  waiting:
    'Ich habe das an unser Team weitergegeben, mit allem, was Sie geschrieben haben. Sie müssen nichts wiederholen.',
  closedHours:
    'Im Moment ist niemand aus dem Team da. Hinterlassen Sie Ihre Frage, dann melden wir uns, oder machen Sie mit mir weiter.',
  longWait:
    'Im Moment ist viel los. Sie können warten oder Ihre Frage hinterlassen, dann melden wir uns.',
  nobodyCame: 'Leider war niemand aus dem Team rechtzeitig frei.',
  nudge: 'War das alles? Wenn nicht, schreiben Sie einfach weiter; sonst schließe ich hier bald.',
  goodbye: 'Dieses Gespräch ist beendet. Schreiben Sie jederzeit wieder.',
}

/** A door ready to edit: no team starts from a blank page. */
export function starterDoor(title: string, key: string): DoorContent {
  const weekday = [{ from: '09:00', to: '17:00' }]
  return {
    title,
    key,
    colour: '#17506E',
    threshold: 0.65,
    firstQuestions: { en: [], de: [] },
    texts: { en, de },
    timeZone: 'Europe/London',
    hours: [weekday, weekday, weekday, weekday, weekday, [], []],
    allowedSites: [],
    rules: STARTER_RULES,
  }
}

/** First questions were one list for every language. */
type SavedDoor = Omit<DoorContent, 'firstQuestions'> & {
  firstQuestions: string[] | DoorContent['firstQuestions']
}

/** A door as it was saved, with what doors did not have then. */
export function completeDoor(content: SavedDoor): DoorContent {
  const { rules = STARTER_RULES, texts, firstQuestions } = content
  return {
    ...content,
    firstQuestions: Array.isArray(firstQuestions)
      ? { en: firstQuestions, de: firstQuestions }
      : firstQuestions,
    texts: { en: { ...en, ...texts.en }, de: { ...de, ...texts.de } },
    rules: {
      ...STARTER_RULES,
      ...rules,
      handOver: { ...STARTER_RULES.handOver, ...rules.handOver },
      idle: { ...STARTER_RULES.idle, ...rules.idle },
    },
  }
}

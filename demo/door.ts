import type { DoorContent, IntakeField } from '@janua/contracts'
import { starterDoor } from '../server/src/modules/answering/doorDefaults.ts'

/** The door on Merrow Line's help page. */
export function demoDoor(): DoorContent {
  const start = starterDoor('Ask Merrow Line', 'help')
  const day = [{ from: '07:00', to: '20:00' }]
  return {
    ...start,
    colour: '#14394B',
    // The library is English: a question offered in German would find no answer.
    firstQuestions: {
      en: ['Can I bring my dog?', 'When is the first boat?', 'My boat was cancelled, what now?'],
      de: [],
    },
    texts: {
      en: {
        ...start.texts.en,
        greeting:
          'Hello. Ask me about boats, fares, bookings and storms. I answer from Merrow Line’s own help pages.',
      },
      de: {
        ...start.texts.de,
        greeting:
          'Guten Tag. Fragen Sie mich zu Schiffen, Preisen, Buchungen und Stürmen. Ich antworte aus den Hilfeseiten der Merrow Line.',
      },
    },
    hours: [day, day, day, day, day, day, day],
    allowedSites: ['https://www.merrowline.example'],
    rules: {
      ...start.rules,
      handOver: {
        ...start.rules.handOver,
        always: [{ about: 'safety', phrases: ['injured', 'fire on board', 'man overboard'] }],
      },
    },
  }
}

const BOOKING_DETAILS: IntakeField[] = [
  {
    field: 'booking',
    label: { en: 'Booking number, if you have one', de: 'Buchungsnummer, falls vorhanden' },
    kind: 'short',
    required: false,
    choices: [],
  },
  {
    field: 'about',
    label: { en: 'What is it about?', de: 'Worum geht es?' },
    kind: 'choice',
    required: true,
    choices: [
      { label: { en: 'A new booking', de: 'Eine neue Buchung' }, value: 'new booking' },
      { label: { en: 'Changing a booking', de: 'Eine Buchung ändern' }, value: 'change' },
      { label: { en: 'Money back', de: 'Geld zurück' }, value: 'refund' },
      { label: { en: 'Something else', de: 'Etwas anderes' }, value: 'other' },
    ],
  },
]

/** The door on the page where tickets are booked. */
export function bookingDoor(): DoorContent {
  const help = demoDoor()
  return {
    ...help,
    title: 'Booking help',
    key: 'booking',
    colour: '#6A4673',
    firstQuestions: {
      en: ['How do I change my booking?', 'Which ticket do I need?', 'How can I pay?'],
      de: [],
    },
    texts: {
      en: { ...help.texts.en, greeting: 'Hello. Something unclear about your booking? Ask me.' },
      de: {
        ...help.texts.de,
        greeting: 'Guten Tag. Ist bei Ihrer Buchung etwas unklar? Fragen Sie mich.',
      },
    },
    rules: { ...help.rules, handOver: { ...help.rules.handOver, ask: BOOKING_DETAILS } },
  }
}

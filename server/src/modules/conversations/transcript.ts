import type { AnswerData, Message } from '@janua/contracts'
import { DateTime } from 'luxon'

interface Setting {
  /** What the door is called. */
  title: string
  timeZone: string
  language: 'en' | 'de'
  caseNumber: string | null
}

const WORDS = {
  en: {
    head: (title: string) => `Your conversation with ${title}`,
    number: (number: string) => `Case number: ${number}`,
    you: 'You',
    assistant: 'Assistant',
    team: 'The team',
    from: 'Source',
    file: (name: string) => `[File: ${name}]`,
    took: (name: string) => `${name} joined the conversation`,
    'handed over': 'Passed on to the team',
    'handed back': 'The assistant took over again',
    moved: 'Passed on to colleagues',
    'given back': 'Passed on to colleagues',
    case: 'Kept as a case, to be answered later',
    closed: 'The conversation ended',
    resumed: 'The conversation went on',
    rated: 'You rated the conversation',
  },
  de: {
    head: (title: string) => `Ihr Gespräch mit ${title}`,
    number: (number: string) => `Vorgangsnummer: ${number}`,
    you: 'Sie',
    assistant: 'Assistent',
    team: 'Das Team',
    from: 'Quelle',
    file: (name: string) => `[Datei: ${name}]`,
    took: (name: string) => `${name} ist ins Gespräch gekommen`,
    'handed over': 'An das Team weitergegeben',
    'handed back': 'Der Assistent hat wieder übernommen',
    moved: 'An Kollegen weitergegeben',
    'given back': 'An Kollegen weitergegeben',
    case: 'Als Vorgang aufbewahrt, die Antwort folgt',
    closed: 'Das Gespräch wurde beendet',
    resumed: 'Das Gespräch ging weiter',
    rated: 'Sie haben das Gespräch bewertet',
  },
}
type Words = (typeof WORDS)['en']

/** A conversation as its visitor would tell it: who said what and when, in their language and the door's time, without words for machines. */
export function transcriptOf(messages: readonly Message[], setting: Setting): string {
  const { title, timeZone, language, caseNumber } = setting
  const words: Words = WORDS[language]
  const lines = [words.head(title), ...(caseNumber ? [words.number(caseNumber)] : [])]
  let day = ''
  for (const message of messages) {
    const said = saidIn(message, words)
    if (said === '') continue
    const at = DateTime.fromISO(message.at, { zone: timeZone }).setLocale(language)
    const today = at.toLocaleString(DateTime.DATE_HUGE)
    if (today !== day) lines.push('', today, '')
    day = today
    lines.push(`${at.toFormat('HH:mm')}  ${said.replaceAll('\n', '\n       ')}`)
  }
  return `${lines.join('\n')}\n`
}

function saidIn(message: Message, words: Words): string {
  const { author, kind, text, name, data } = message
  if (author === 'event') {
    if (kind === 'taken' || kind === 'stepped in' || kind === 'reopened')
      return `– ${words.took(name ?? words.team)}`
    const told = (words as Record<string, unknown>)[kind]
    return typeof told === 'string' ? `– ${told}` : ''
  }
  const who =
    author === 'visitor' ? words.you : author === 'agent' ? (name ?? words.team) : words.assistant
  const what = kind === 'file' ? words.file(text) : text
  if (what === '') return ''
  const sources = kind === 'answer' ? ((data as Partial<AnswerData>)?.sources ?? []) : []
  const from = sources.map((source) => `\n${words.from}: ${source.title}`).join('')
  return `${who}: ${what}${from}`
}

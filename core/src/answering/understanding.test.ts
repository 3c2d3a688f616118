import { expect } from 'chai'
import { parseQuestion } from '../text/parsedQuestion.ts'
import { valuesOf } from '../library/values.ts'
import { indexRelease } from '../retrieval/releaseIndex.ts'
import { easterOf, factsOf, holidaysOf, nextDate } from '../text/calendar.ts'
import { namedDays } from '../text/dayWords.ts'
import { answerQuestion } from './answerer.ts'
import { cleanMessage } from './cleaning.ts'
import { answerMessage, turnOf } from './conversation.ts'
import { coverDay, coverValue, namesDate, rulesOut } from './covers.ts'
import { leanOf } from './followUp.ts'
import type { ContentItem } from './items.ts'
import { questionsIn, unframed } from './questions.ts'

const SATURDAY = '2026-11-28'

describe('the calendar', () => {
  it('knows Easter: worked values', () =>
    expect([2024, 2025, 2026, 2027].map(easterOf)).to.eql([
      '2024-03-31',
      '2025-04-20',
      '2026-04-05',
      '2027-03-28',
    ]))
  it('knows the holidays of a year in order', () => {
    const days = [...holidaysOf(2026)]
    expect(days.map(([day]) => day)).to.eql([...days].map(([day]) => day).sort())
    expect(days).to.deep.include(['2026-08-31', 'August holiday'])
  })
  it('finds the next real date, over leap years', () => {
    expect(nextDate('2026-03-01', 2, 29)).to.equal('2028-02-29')
    expect(nextDate('2026-03-01', 2, 30)).to.equal(undefined)
  })
  it('refuses what is no day', () =>
    expect(() => factsOf('soon')).to.throw(RangeError, 'not a day'))
})

describe('namedDays', () => {
  const cases: [string, string[]][] = [
    ['first boat tomorrow', ['2026-11-29']],
    ['boats today', ['2026-11-28']],
    ['the day after tomorrow', ['2026-11-30']],
    ['on friday', ['2026-12-04']],
    ['this weekend', ['2026-11-28', '2026-11-29']],
    ['on 24 december', ['2026-12-24']],
    ['am 24.12. abends', ['2026-12-24']],
    ['on 2027-01-05', ['2027-01-05']],
    ['next bank holiday', ['2026-12-25']],
    ['open on christmas eve', ['2026-12-24']],
    ['fahrt ihr morgen', ['2026-11-29']],
    ['ubermorgen', ['2026-11-30']],
  ]
  for (const [question, days] of cases)
    it(`reads “${question}”`, () =>
      expect(namedDays(question, SATURDAY).flatMap((named) => named.days)).to.eql(days))
  it('takes “on Sundays” as Sundays in general', () =>
    expect(namedDays('and on sundays', SATURDAY)[0])
      .to.include({ weekday: 6 })
      .and.deep.include({ days: [] }))
})

describe('what a text is about', () => {
  const days: [string, string, string][] = [
    ['Mon–Fri 7:00', '2026-11-29', 'excludes'],
    ['Sundays and bank holidays', '2026-12-25', 'covers'],
    ['daily except Sundays', '2026-11-29', 'excludes'],
    ['every day', '2026-11-29', 'covers'],
    ['1 April – 31 October', '2026-11-29', 'excludes'],
    ['from October to March', '2026-11-29', 'covers'],
    ['Fr–Mo', '2026-11-29', 'covers'],
    ['Mondays and Fridays', '2026-12-25', 'silent'],
    ['Mondays', '2026-12-25', 'excludes'],
    ['daily', '2026-12-25', 'covers'],
    ['The boat leaves early.', '2026-11-29', 'silent'],
  ]
  for (const [text, day, cover] of days)
    it(`“${text}” ${cover} ${day}`, () => expect(coverDay(text, factsOf(day))).to.equal(cover))
  it('knows a date by its name, alone, in a row of them and in English order', () => {
    for (const text of [
      'No boats on 25 December and 1 January.',
      'On 24 and 25 December it is quiet.',
      'Closed December 25th.',
      'Am 25. Dezember geschlossen',
    ])
      expect(namesDate(text, factsOf('2026-12-25'))).to.equal(true)
    for (const text of [
      'On 24 and 31 December the last boats leave at 13:00.',
      'from 20 December to 25 December',
      'At 25 degrees in December',
      'December 2025',
      'December 25:10',
    ])
      expect(namesDate(text, factsOf('2026-12-25'))).to.equal(false)
  })
  it('takes it that a day is ruled out only where something is denied of that very date', () => {
    expect(rulesOut('There are no boats on 25 December.', factsOf('2026-12-25'))).to.equal(true)
    expect(rulesOut('There are no boats on 25 December.', factsOf('2026-12-26'))).to.equal(false)
    expect(rulesOut('On 25 December boats leave at 9:00.', factsOf('2026-12-25'))).to.equal(false)
  })
  const values: [string, string][] = [
    ['Camper up to 6 m', 'covers'],
    ['over 6 m', 'excludes'],
    ['5–7 m', 'covers'],
    ['from 7 m to 9 m', 'excludes'],
    ['4 m or longer', 'covers'],
    ['a short camper', 'silent'],
  ]
  for (const [text, cover] of values)
    it(`“${text}” ${cover} 5 m`, () =>
      expect(coverValue(text, valuesOf('5 m')[0]!)).to.equal(cover))
})

describe('the questions of a message', () => {
  it('are told apart, at marks and at “and”', () => {
    expect(questionsIn('What does a bike cost and can I bring my dog?', 'en')).to.eql([
      'What does a bike cost',
      'can I bring my dog?',
    ])
    expect(questionsIn('Where is the pier? When does it open?', 'en')).to.eql([
      'Where is the pier?',
      'When does it open?',
    ])
    expect(questionsIn('Was kostet ein Rad und darf ich den Hund mitnehmen?', 'de')).to.have.length(
      2,
    )
  })
  it('take along what is told before them, and stay one where only one is asked', () => {
    expect(questionsIn('I have a van of 6 m. What does it cost?', 'en')).to.eql([
      'I have a van of 6 m. What does it cost?',
    ])
    expect(questionsIn('Can I bring salt and pepper?', 'en')).to.eql([
      'Can I bring salt and pepper?',
    ])
  })
  it('lose greetings and frames, never themselves', () => {
    expect(unframed('Hello there, could you tell me when the pier opens please?')).to.equal(
      'when the pier opens?',
    )
    expect(unframed('Ich habe eine Frage zu Fahrrädern')).to.equal('Fahrrädern')
    expect(unframed('please')).to.equal('please')
  })
})

describe('what stands around a question', () => {
  const DRESSES: ((question: string) => string)[] = [
    (q) => `Hallo, ${q}`,
    (q) => `Guten Morgen! ${q}`,
    (q) => `Servus, ${q}`,
    (q) => `Grüß Gott, ${q}`,
    (q) => `Moin moin, ${q}`,
    (q) => `Hallo zusammen, ${q}`,
    (q) => `Entschuldigung, ${q}`,
    (q) => `Kurze Frage: ${q}`,
    (q) => `Ich habe eine Frage: ${q}`,
    (q) => `Können Sie mir bitte sagen, ${q}`,
    (q) => `Ich wüsste gern: ${q}`,
    (q) => `${q} bitte`,
    (q) => `${q}, danke schön`,
    (q) => `${q}, vielen Dank im Voraus`,
    (q) => `Sehr geehrte Damen und Herren,\n\n${q}\n\nMit freundlichen Grüßen\nOle Pell`,
    (q) => `Liebes Team,\n${q}\nViele Grüße, Ole`,
    (q) => `„${q}“`,
    (q) => `${q}\n\nAm 3.11.2026 schrieb Merrow Line:\n> Ihre Buchung`,
    (q) => `${q}\n\nVon meinem Telefon gesendet`,
    (q) => `Dear Sir or Madam,\n${q}\nYours faithfully\nO. Pell`,
    (q) => `sorry to bother you, but ${q}`,
    (q) => `${q} thanks in advance`,
    (q) => `${q}\nSent from my phone`,
  ]
  it('is taken off, in both languages', () => {
    const question = 'was kostet ein Hund auf der Nachtfähre'
    for (const dress of DRESSES)
      expect(unframed(cleanMessage(dress(question))), dress(question)).to.equal(question)
  })
  it('leaves a message that is nothing else', () => {
    for (const bare of ['Hallo', 'Danke', 'Sorry', 'Liebes Team,', 'bitte', '“”'])
      expect(unframed(cleanMessage(bare)), bare).not.to.equal('')
  })
})

describe('leanOf', () => {
  const cases = [
    ['and on Sundays?', 'said so'],
    ['what about a van?', 'said so'],
    ['why?', 'bare'],
    ['How much is it?', 'bare'],
    ['does it take bicycles?', 'points back'],
    ['with a dog', 'short'],
    ['How do I change the name on my booking?', 'alone'],
    ['und sonntags?', 'said so'],
  ] as const
  for (const [question, lean] of cases)
    it(`“${question}” is ${lean}`, () =>
      expect(leanOf(parseQuestion(question, question.startsWith('und') ? 'de' : 'en'))).to.equal(
        lean,
      ))
})

describe('cleanMessage', () => {
  it('drops quoted mail, markup and invisible signs', () => {
    expect(
      cleanMessage('When do\u200b you <b>open</b>?\n\nOn Monday Ines wrote:\n> old\n> words'),
    ).to.equal('When do you open ?')
    expect(cleanMessage('Wann?\n-----Original Message-----\nalt')).to.equal('Wann?')
    expect(cleanMessage('Wann fahren Sie?\n\nMit freundlichen Grüßen\nOle Pell')).to.equal(
      'Wann fahren Sie?',
    )
    expect(cleanMessage('Which one?\nThanks, Ann')).to.equal('Which one?')
  })
  it('keeps what is asked behind thanks, and what only begins like a closing', () => {
    for (const kept of [
      'I have a van.\nThanks\nWhat does it cost?',
      'Which one?\nbest boat to Hallin',
      'Thanks',
      'To whom?\nRegards are paid at the gate',
      'My parcel\nsent from my office in the old town never reached the island',
    ])
      expect(cleanMessage(kept)).to.equal(kept)
  })
  it('takes anything, of any length, at once', () => {
    for (const odd of [
      '',
      '🙂',
      'مرحبا كيف',
      '\u202Eabc',
      ', '.repeat(50_000),
      '<'.repeat(100_000),
      ' '.repeat(100_000),
      'a'.repeat(100_000),
      '?'.repeat(100_000),
      'and '.repeat(25_000),
    ]) {
      expect(cleanMessage(odd)).to.be.a('string')
      expect(unframed(cleanMessage(odd))).to.be.a('string')
      expect(questionsIn(cleanMessage(odd), 'en').length).to.be.within(1, 4)
    }
  })
})

describe('answerMessage', () => {
  const item = (
    id: number,
    title: string,
    body: string,
    phrasings: string[] = [],
  ): ContentItem => ({ id, revision: id, kind: 'article', title, phrasings, collection: '', body })
  const index = indexRelease([
    item(
      1,
      'Timetable to Skerrow',
      '| Day | First boat |\n| --- | --- |\n| Mon–Sat | 6:30 |\n| Sunday and holidays | 9:10 |\n',
      ['When is the first boat to Skerrow?'],
    ),
    item(2, 'Pets on board', 'Dogs travel on a lead and pay 4.50.', ['Can I bring my dog?']),
    item(3, 'Fares for vehicles', '- Camper up to 5 m: 40.00\n- Camper from 5 m to 7 m: 55.00\n', [
      'What does a camper cost?',
    ]),
  ])
  const settings = { threshold: 0.2, day: SATURDAY }
  const said = (text: string, turns = [] as ReturnType<typeof turnOf>[]) =>
    answerMessage(index, text, { ...settings, turns }).asked
  it('finds Sunday’s row for “tomorrow” on a Saturday', () =>
    expect(JSON.stringify(said('When is the first boat to Skerrow tomorrow?')[0]!.answer.blocks))
      .to.include('9:10')
      .and.not.include('6:30'))
  it('answers several questions one under the other', () =>
    expect(
      said('When is the first boat to Skerrow and can I bring my dog?').map(
        ({ answer }) => answer.sources[0]?.item,
      ),
    ).to.eql([1, 2]))
  it('carries the subject over to a follow-up, and says so', () => {
    const [first] = said('When is the first boat to Skerrow?')
    const [next] = said('and on Sundays?', [turnOf(first!)])
    expect(next!.carried).to.include('Skerrow')
    expect(next!.answer.trace.carried).to.include('Skerrow')
    expect(JSON.stringify(next!.answer.blocks)).to.include('9:10').and.not.include('6:30')
  })
  it('takes the row that covers a size', () =>
    expect(JSON.stringify(said('What does a camper of 6 m cost?')[0]!.answer.blocks))
      .to.include('55.00')
      .and.not.include('40.00'))
  it('knows small talk and a bare wish for a person', () => {
    expect(answerMessage(index, 'thanks!', settings))
      .to.include({ wantsPerson: false })
      .and.deep.include({ asked: [] })
    expect(answerMessage(index, 'agent please', settings))
      .to.include({ wantsPerson: true })
      .and.deep.include({ asked: [] })
  })
})

describe('seasons', () => {
  const table = (title: string, first: string, time: string, id: number): ContentItem => ({
    id,
    revision: id,
    kind: 'article',
    title,
    phrasings: ['When is the first boat?'],
    collection: '',
    body: `${first}\n\n| Day | Hallin |\n| --- | --- |\n| Monday to Friday | ${time} |\n| Sunday | 10:30 |`,
  })
  const index = indexRelease([
    table(
      'Timetable in summer',
      'The summer timetable runs from 1 April to 31 October.',
      '8:00',
      1,
    ),
    table(
      'Timetable in winter',
      'The winter timetable runs from 1 November to 31 March.',
      '8:30',
      2,
    ),
  ])
  const ask = (question: string, day: string) =>
    answerQuestion(index, question, { threshold: 0.05, day })
  const cases: [string, string, number][] = [
    ['first boat to Hallin tomorrow', '2026-11-23', 2],
    ['first boat to Hallin tomorrow', '2026-07-06', 1],
    ['first boat to Hallin on 3 July', '2026-11-23', 1],
    ['when is the first boat to Hallin', '2026-11-23', 2],
    ['when is the first boat to Hallin in summer', '2026-11-23', 1],
  ]
  for (const [question, day, item] of cases)
    it(`takes the table that holds for “${question}” on ${day}`, () =>
      expect((ask(question, day).sources[0] ?? ask(question, day).readings?.[0])!.item).to.equal(
        item,
      ))
  it('says what it left out, and why', () =>
    expect(
      ask('first boat to Hallin tomorrow', '2026-11-23').trace.leftOut.map(
        ({ title, because }) => `${title}: ${because}`,
      ),
    ).to.eql([
      'Timetable in summer: holds on other days: “The summer timetable runs from 1 April to 31 October.”',
    ]))
  it('gives an old timetable rather than none', () =>
    expect(
      answerQuestion(
        indexRelease([
          table(
            'Timetable in summer',
            'The summer timetable runs from 1 April to 31 October.',
            '8:00',
            1,
          ),
        ]),
        'first boat to Hallin tomorrow',
        { threshold: 0.05, day: '2026-11-23' },
      ).sources[0]!.item,
    ).to.equal(1))
})

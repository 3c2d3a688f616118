import { expect } from 'chai'
import { pick, seeded } from '../maths/random.ts'
import { analyse, analyseQuestion } from './analyse.ts'
import { editDistance } from './distance.ts'
import { everydayWordNear } from './everydayWords.ts'
import { guessLanguage, LANGUAGES } from './language.ts'
import { maskPrivate } from './mask.ts'
import { sentences } from './sentences.ts'
import { stem } from './stem.ts'
import { STOP_WORDS } from './stopwords.ts'
import { fold, tokenize } from './tokens.ts'

describe('tokenize', () => {
  it('keeps clock times and prices as one word, and drops possessives', () =>
    expect(tokenize('The boat’s fare at 6:30 is 48.00.').map(({ word }) => word)).to.eql([
      'the',
      'boat',
      'fare',
      'at',
      '6:30',
      'is',
      '48.00',
    ]))
  it('tells where each word stood', () =>
    expect(tokenize('  Hi there')[1]).to.eql({ word: 'there', start: 5, end: 10 }))
  it('finds nothing in nothing', () => expect(tokenize(' … ')).to.eql([]))
})

describe('fold', () => {
  it('brings accents, umlauts and capitals together', () =>
    expect(fold('Größe CAFÉ')).to.equal('grosse cafe'))
})

describe('guessLanguage', () => {
  const cases = [
    { text: 'Can I bring my dog on the boat?', language: 'en' },
    { text: 'Kann ich meinen Hund mitnehmen?', language: 'de' },
    { text: 'Wann fährt das erste Schiff nach Brannoc?', language: 'de' },
  ] as const
  for (const { text, language } of cases)
    it(`hears ${language} in “${text}”`, () =>
      expect(guessLanguage(text, language === 'en' ? 'de' : 'en')).to.equal(language))
  it('counts small words as a slow reading does, however they are written', () => {
    const slowly = (text: string) => {
      const words = tokenize(text).map(({ word }) => word)
      const [en, de] = LANGUAGES.map(
        (language) => words.filter((word) => STOP_WORDS[language].has(word)).length,
      )
      return words.length < 3 || en === de ? 'fallback' : en! > de! ? 'en' : 'de'
    }
    const random = seeded(7)
    const written = [...STOP_WORDS.en, ...STOP_WORDS.de].flatMap((word) => [
      word,
      word.toUpperCase(),
      word[0]!.toUpperCase() + word.slice(1),
      `${word}'s`,
      `${word}’ll`,
      word.replaceAll('ss', 'ß'),
    ])
    const other = [
      'boat',
      'Fähre',
      'ICH',
      '6:30',
      'Straßenverkehrsordnung',
      'don’t',
      'it’s',
      'Über',
      'ÜBER',
      'daß',
      '船',
      'e\u0301t',
      'a',
    ]
    for (let i = 0; i < 3_000; i++) {
      const text = Array.from({ length: 1 + Math.floor(random() * 9) }, () =>
        pick(random() < 0.6 ? written : other, random),
      ).join(random() < 0.5 ? ' ' : ', ')
      const guessed =
        guessLanguage(text, 'en') === guessLanguage(text, 'de')
          ? guessLanguage(text, 'en')
          : 'fallback'
      expect(guessed, text).to.equal(slowly(text))
    }
  })
  it('keeps to the fallback for one or two words', () =>
    expect(guessLanguage('der Hund', 'en')).to.equal('en'))
})

describe('analyse', () => {
  const stems = (text: string) => analyse(text, 'en').map(({ stem }) => stem)
  it('drops small words and stems the others', () =>
    expect(stems('the boats were cancelled')).to.eql(['boat', 'cancel']))
  it('marks words that name a cost', () => expect(stems('fares')).to.eql(['fare', '#cost']))
  it('reads a hyphenated word joined, too', () => expect(stems('Wi-Fi')).to.include('wifi'))
  it('hears a question for a price in “how much”', () =>
    expect(analyseQuestion('how much to Brannoc?', 'en').map(({ stem }) => stem)).to.eql([
      'brannoc',
      '#cost',
    ]))
  it('gives each term of a question once', () =>
    expect(analyseQuestion('dog dogs dog', 'en')).to.have.length(1))
})

describe('editDistance', () => {
  /** The plain matrix, to hold the quick one against. */
  function slow(a: string, b: string): number {
    const d = Array.from({ length: a.length + 1 }, (_, i) =>
      Array.from({ length: b.length + 1 }, (_, j) => (i === 0 ? j : j === 0 ? i : 0)),
    )
    for (let i = 1; i <= a.length; i++)
      for (let j = 1; j <= b.length; j++) {
        d[i]![j] = Math.min(
          d[i - 1]![j]! + 1,
          d[i]![j - 1]! + 1,
          d[i - 1]![j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1),
        )
        if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
          d[i]![j] = Math.min(d[i]![j]!, d[i - 2]![j - 2]! + 1)
      }
    return d[a.length]![b.length]!
  }
  const words = [
    'ferry',
    'fery',
    'ferrry',
    'frery',
    'boat',
    'baot',
    'cancellation',
    'cancelation',
    'cancel',
    '',
    'x',
  ]
  for (const a of words)
    for (const b of words)
      it(`agrees with the plain matrix on “${a}” and “${b}”`, () =>
        expect(editDistance(a, b, 2)).to.equal(Math.min(3, slow(a, b))))
})

describe('everydayWordNear', () => {
  it('reads a slip in a small word as that word', () => {
    expect(everydayWordNear('otehr')).to.include({ word: 'other', isStop: true, slip: true })
    expect(everydayWordNear('shoulld')).to.include({ word: 'should', isStop: true })
    expect(everydayWordNear('explian')).to.include({ word: 'explain', isStop: false })
  })
  it('takes a wrong letter for a slip only in longer words', () => {
    expect(everydayWordNear('otter')).to.equal(undefined) // one letter from "other"
    expect(everydayWordNear('explaim')).to.include({ word: 'explain', slip: false })
  })
  it('leaves short words, numbers and strangers alone', () =>
    expect(['hte', '12345', 'helicopter'].map(everydayWordNear)).to.eql([
      undefined,
      undefined,
      undefined,
    ]))
})

describe('stem', () => {
  it('takes no ending off where hardly a letter would be left', () =>
    expect([stem('uing', 'en'), stem('boats', 'en')]).to.eql(['uing', 'boat']))
})

describe('sentences', () => {
  it('does not end one at an abbreviation or inside a price', () =>
    expect(sentences('It costs 5.00, e.g. for a bike. Book it now! Why?')).to.eql([
      'It costs 5.00, e.g. for a bike.',
      'Book it now!',
      'Why?',
    ]))
})

describe('maskPrivate', () => {
  const cases = [
    ['write to ann.lee@mail.example please', 'write to [mail address] please'],
    ['call 01632 960 210 now', 'call [phone number] now'],
    ['card 4111 1111 1111 1111', 'card [card number]'],
    ['the 6:30 boat on 12 May costs 48.00', 'the 6:30 boat on 12 May costs 48.00'],
    ['my password is Lantern-77!', 'my password is [secret]'],
    ['Passwort: geheim und dann', 'Passwort: [secret] und dann'],
    ['what is the password for the Wi-Fi', 'what is the password for the Wi-Fi'],
  ] as const
  for (const [text, masked] of cases)
    it(`reads “${text}” as “${masked}”`, () => expect(maskPrivate(text)).to.equal(masked))
})

import { expect } from 'chai'
import { type DoorContent, STARTER_RULES, TEXT_KEYS } from '../doors.ts'
import { refusal, taken } from '../testing/refusal.ts'
import { doorContent, doorCreate } from './doors.ts'

const texts = Object.fromEntries(TEXT_KEYS.map((key) => [key, 'Hello.']))
const DOOR = {
  title: 'Ask us',
  key: 'help',
  colour: '#145073',
  threshold: 0.65,
  firstQuestions: { en: ['What does it cost?'], de: [] },
  texts: { en: texts, de: texts },
  timeZone: 'Europe/London',
  hours: Array.from({ length: 7 }, () => [{ from: '09:00', to: '17:00' }]),
  allowedSites: ['https://www.merrowline.example'],
}
const door = (change: object) => ({ ...DOOR, ...change })

describe('the content of a door', () => {
  it('is taken with the usual rules where it has none of its own', () => {
    const { rules }: DoorContent = taken(doorContent, DOOR)
    expect(rules).to.eql(STARTER_RULES)
  })
  const refused: [of: string, change: object, says: string][] = [
    ['a key with capitals', { key: 'Help' }, 'refusals.doorKey'],
    ['a key that begins with a digit', { key: '4help' }, 'refusals.doorKey'],
    ['a site with a path', { allowedSites: ['https://a.example/help'] }, 'refusals.siteForm'],
    ['a site without a scheme', { allowedSites: ['a.example'] }, 'refusals.siteForm'],
    [
      'hours that end before they begin',
      { hours: [[{ from: '17:00', to: '09:00' }], [], [], [], [], [], []] },
      'refusals.fromBeforeTo',
    ],
    ['a week of six days', { hours: DOOR.hours.slice(1) }, 'hours'],
    ['a threshold at which everything is answered', { threshold: 0 }, 'threshold'],
    [
      'more first questions than a window shows',
      { firstQuestions: { en: Array(7).fill('Fares?'), de: [] } },
      'firstQuestions',
    ],
    ['a colour by its name', { colour: 'teal' }, 'colour'],
    ['a text that is missing in German', { texts: { en: texts, de: {} } }, 'texts'],
  ]
  for (const [of, change, says] of refused)
    it(`is refused with ${of}`, () => expect(refusal(doorContent, door(change))).to.include(says))
  it('goes round the clock until 24:00', () => {
    const hours = Array.from({ length: 7 }, () => [{ from: '00:00', to: '24:00' }])
    expect(refusal(doorContent, door({ hours }))).to.equal('')
  })
})

describe('the rules of a door', () => {
  const withRules = (change: object) => door({ rules: { ...STARTER_RULES, ...change } })
  const withDetail = (field: object) =>
    withRules({
      handOver: {
        ...STARTER_RULES.handOver,
        ask: [
          {
            field: 'booking',
            label: { en: 'Booking', de: 'Buchung' },
            kind: 'short',
            required: false,
            choices: [],
            ...field,
          },
        ],
      },
    })
  it('may ask for a detail', () => expect(refusal(doorContent, withDetail({}))).to.equal(''))
  const refused: [of: string, value: object, says: string][] = [
    ['ask for the name anew', withDetail({ field: 'name' }), 'refusals.detailReserved'],
    [
      'store a detail under a name with capitals',
      withDetail({ field: 'Booking' }),
      'refusals.detailName',
    ],
    [
      'give one choice alone',
      withDetail({ kind: 'choice', choices: [{ label: { en: 'A', de: 'A' }, value: 'a' }] }),
      'refusals.twoChoices',
    ],
    [
      'decline a subject without saying by which words it is known',
      withRules({ declines: [{ about: 'Law', phrases: [], reply: { en: 'No.', de: 'Nein.' } }] }),
      'refusals.neverWords',
    ],
    [
      'have a threshold of a collection above 0.99',
      withRules({ thresholds: { Fares: 1 } }),
      'thresholds',
    ],
  ]
  for (const [of, value, says] of refused)
    it(`may not ${of}`, () => expect(refusal(doorContent, value)).to.include(says))
})

describe('a new door', () => {
  it('needs a name and a key that will do as part of an address', () => {
    expect(refusal(doorCreate, { title: 'Ask us', key: 'ask-us' })).to.equal('')
    expect(refusal(doorCreate, { title: ' ', key: 'ask us' }))
      .to.include('title')
      .and.include('refusals.doorKey')
  })
})

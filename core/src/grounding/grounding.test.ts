import { expect } from 'chai'
import { splitPassages } from '../library/passages.ts'
import { ground, isGrounded } from './ground.ts'

const PASSAGE = `Boats wait up to 15 minutes for late buses, but not on Sundays. A kennel on the night boat costs 12.00.

Dogs of a listed breed wear a muzzle. Cats travel in a closed basket only. From 15 people on, a group pays 15 % less.

| | Saver | Flexible |
| --- | --- | --- |
| Change up to 24 hours before | 6.00 | free |
| Money back | no | yes |`

const check = (text: string, markdown = PASSAGE, language: 'en' | 'de' = 'en') =>
  ground(text, [{ title: 'Tickets on board', passage: splitPassages(markdown)[0]! }], language)

describe('ground', () => {
  const supported = [
    'Boats wait for late buses for up to 15 minutes.',
    'A kennel costs 12.00 on the night boat.',
    'Dogs of a listed breed must wear a muzzle.',
    'Cats travel only in a closed basket.',
    'A group of 15 people or more pays 15 % less.',
    'A Flexible ticket can be changed free of charge up to 24 hours before.',
  ]
  for (const text of supported)
    it(`lets through: ${text}`, () => expect(check(text)).to.deep.equal([{ text, passage: 0 }]))

  const faulty: [text: string, fault: string][] = [
    ['Boats wait up to 50 minutes for late buses.', 'a number'],
    ['Boats wait at least 15 minutes for late buses.', 'a bound'],
    ['Boats wait up to 15 hours for late buses.', 'a word'],
    ['Dogs of a listed breed do not wear a muzzle.', 'a not'],
    ['Dogs of a listed breed always wear a muzzle.', 'how many'],
    ['Cats travel in a closed basket.', 'an only'],
    ['Only dogs of a listed breed wear a muzzle.', 'an only'],
    ['A kennel on the day boat costs 12.00.', 'a word'],
    ['Late buses wait for boats up to 15 minutes.', 'the order'],
    ['A Saver ticket is changed free up to 24 hours before.', 'a word'],
    ['Helmets are at the counter.', 'a word'],
    ['Yes, cats travel only in a closed basket.', 'yes or no'],
  ]
  for (const [text, fault] of faulty)
    it(`refuses ${fault}: ${text}`, () => expect(check(text)[0]!.fault).to.not.equal(undefined))

  const RULES = `Reptiles are not carried. Cats stay in a basket that is no larger than 60 by 45 by 45 cm. Usually, if the boat is full, we book you on the next one. Sleeping in a vehicle is not allowed. A packed lunch costs 4.20 when it is ordered three days ahead. A wheelchair may weigh up to 300 kg.

| Vehicle | Length | Hallin | Oddsay |
| --- | --- | --- | --- |
| Car | up to 5 m | 41.00 | 52.00 |
| Van | up to 7 m | 60.00 | 75.00 |`
  const right = [
    'We do not carry reptiles.',
    'Cats stay in a basket of 60 by 45 by 45 cm at most.',
    'If the boat is full, we usually book you on the next one.',
    'You may not sleep in a vehicle.',
    'A packed lunch costs 4.20 if it is ordered three days ahead.',
    'A car of up to 5 m costs 41.00 to Hallin.',
  ]
  for (const text of right)
    it(`lets through another build of the sentence: ${text}`, () =>
      expect(check(text, RULES)).to.deep.equal([{ text, passage: 0 }]))
  const wrong = [
    'We carry reptiles.',
    'Cats stay in a basket of 60 by 45 by 50 cm at most.',
    'If the boat is full, we book you on the next one.',
    'You may sleep in a vehicle.',
    'A car of up to 5 m costs 41.00 to Oddsay.',
    'A car of up to 5 m costs 60.00 to Hallin.',
    'A car costs 52.00 to Hallin and 41.00 to Oddsay.',
    'A wheelchair does not weigh up to 300 kg.',
  ]
  for (const text of wrong)
    it(`refuses what only looks like it: ${text}`, () =>
      expect(isGrounded(check(text, RULES))).to.equal(false))

  it('tells what is wrong', () => {
    expect(check('Boats wait up to 50 minutes for late buses.')[0]!.fault).to.equal('a number')
    expect(check('Boats wait at least 15 minutes for late buses.')[0]!.fault).to.equal('a bound')
    expect(check('Cats travel in a closed basket.')[0]!.fault).to.equal('an only')
  })
  it('takes nothing together from two sentences', () =>
    expect(check('Cats of a listed breed wear a muzzle.')[0]!.fault).to.not.equal(undefined))
  it('keeps a German "nicht", "nur" and "bis zu"', () => {
    const german =
      'Hunde dürfen bis zu 2 Stunden nur an der Leine an Deck. Katzen dürfen nicht in die Lounge.'
    expect(isGrounded(check('Katzen dürfen nicht in die Lounge.', german, 'de'))).to.equal(true)
    expect(isGrounded(check('Katzen dürfen in die Lounge.', german, 'de'))).to.equal(false)
    expect(
      isGrounded(check('Hunde dürfen ab 2 Stunden nur an der Leine an Deck.', german, 'de')),
    ).to.equal(false)
    expect(
      isGrounded(check('Hunde dürfen bis zu 2 Stunden an der Leine an Deck.', german, 'de')),
    ).to.equal(false)
  })
  it('lets every sentence of a passage stand as it is', () => {
    for (const text of [
      'Boats wait up to 15 minutes for late buses, but not on Sundays.',
      'A kennel on the night boat costs 12.00.',
      'From 15 people on, a group pays 15 % less.',
    ])
      expect(check(text)[0]!.fault, text).to.equal(undefined)
  })
  it('takes no “yes” for another: a passage that says both yes and no supports neither alone', () => {
    const both = 'Yes. Dogs travel free. No. Horses do not travel.'
    expect(isGrounded(check('Yes.', both))).to.equal(false)
    expect(isGrounded(check('Dogs travel free.', both))).to.equal(true)
  })
  it('finds nothing grounded in nothing', () =>
    expect([isGrounded(check('')), isGrounded(ground('Boats wait.', [], 'en'))]).to.deep.equal([
      false,
      false,
    ]))
})

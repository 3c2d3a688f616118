import * as schemas from '@janua/contracts/schemas'
import { expect } from 'chai'
import Joi, { type Description, type Schema } from 'joi'
import { tell } from '../language/phrases.ts'
import { checkedBy, sentenceOf } from './faults.ts'

/** Of no form: each is wrong for most of the fields that there are. */
const ODD = [undefined, null, '', 'x', 'x'.repeat(100_000), -1e9, 1e9, 0.5, [], ['', ''], {}, true]
/** A text that is missing in the catalogue, or how Joi says something by itself. */
const ODDLY_TOLD =
  /^(refusals|input|fields)\.|is not allowed|is required|must be a string|length must|fails to match/

const fieldsOf = (schema: Schema) =>
  Object.keys((schema.describe() as Description & { keys?: object }).keys ?? {})
/** What is wrong with each odd value, and with each field that holds it. */
function faultsOf(schema: Schema) {
  const inputs = ODD.flatMap((odd) => [
    odd,
    Object.fromEntries(fieldsOf(schema).map((field) => [field, odd])),
  ])
  return inputs.flatMap((input) => checkedBy(schema, input).faults)
}
const ALL = Object.entries(schemas as Record<string, unknown>).flatMap(([name, schema]) =>
  Joi.isSchema(schema) ? [{ name, schema }] : [],
)
const said = (schema: Schema, input: unknown, language: string) =>
  checkedBy(schema, input).faults.map(({ what }) => tell(what, language))

describe('what is wrong with an input', () => {
  it('is told in plain words of each language, whatever it is', function () {
    this.timeout(30_000)
    expect(ALL.length).to.be.above(50)
    const odd = ALL.flatMap(({ name, schema }) =>
      faultsOf(schema).flatMap(({ what }) =>
        ['en', 'de']
          .map((language) => tell(what, language))
          .filter((told) => ODDLY_TOLD.test(told))
          .map((told) => `${name}: ${what.key}: ${told.slice(0, 120)}`),
      ),
    )
    expect([...new Set(odd)].join('\n')).to.equal('')
  })

  const person = Joi.object({
    mail: Joi.string().email().required(),
    seats: Joi.number().integer().min(1),
    role: Joi.string().valid('lead', 'agent'),
  })
  it('names the field as people know it, and what it should be', () => {
    const input = { mail: 'ann', seats: 0, role: 'boss' }
    expect(said(person, input, 'en')).to.eql([
      '“Mail address” must be an email address, such as ann@firm.example',
      '“seats” must be 1 or more',
      '“Role” must be one of [lead, agent]',
    ])
    expect(said(person, input, 'de')).to.eql([
      '„E-Mail-Adresse“ muss eine E-Mail-Adresse sein, wie ann@firma.example',
      '„seats“ muss mindestens 1 sein',
      '„Rolle“ muss eines hiervon sein: lead, agent',
    ])
  })
  it('is told in a schema’s own words where it has some', () => {
    expect(said(schemas.dayText, 'tomorrow', 'en')).to.eql(['A day is written like 2027-05-31.'])
    expect(said(schemas.dayText, '2027-02-30', 'de')).to.eql(['Den Tag 2027-02-30 gibt es nicht'])
  })
  it('comes in one sentence, which names three things at most', () => {
    const many = Joi.object(
      Object.fromEntries(['a', 'b', 'c', 'd', 'e'].map((name) => [name, Joi.required()])),
    )
    const sentence = sentenceOf(checkedBy(many, {}).faults)
    expect(tell(sentence)).to.equal(
      'Please look at this again: “a” is missing; “b” is missing; “c” is missing; and 2 more.',
    )
  })
})

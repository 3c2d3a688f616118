import * as schemas from '@janua/contracts/schemas'
import { expect } from 'chai'
import Joi, { type Description, type Schema } from 'joi'
import { PLAIN_WORDS } from './plainWords.ts'

/** Of no form: each is wrong for most of the fields that there are. */
const ODD = [undefined, null, '', 'x', 'x'.repeat(100_000), -1e9, 1e9, 0.5, [], ['', ''], {}, true]
/** As the server asks. */
const ASKED = {
  abortEarly: false,
  errors: { wrap: { label: '“”' } },
  messages: PLAIN_WORDS,
} as const
/** How Joi says it by itself. */
const JOI_WORDS =
  /is not allowed|is required|must be a string|length must|fails to match|valid (uri|email|date)/

const fieldsOf = (schema: Schema) =>
  Object.keys((schema.describe() as Description & { keys?: object }).keys ?? {})
/** What is wrong with each odd value, and with each field that holds it. */
function faultsOf(schema: Schema): { type: string; message: string }[] {
  const inputs = ODD.flatMap((odd) => [
    odd,
    Object.fromEntries(fieldsOf(schema).map((field) => [field, odd])),
  ])
  return inputs.flatMap((input) => schema.validate(input, ASKED).error?.details ?? [])
}
const ALL = Object.entries(schemas as Record<string, unknown>).flatMap(([name, schema]) =>
  Joi.isSchema(schema) ? [{ name, schema }] : [],
)

describe('what is wrong with an input', () => {
  it('is told in plain words, whatever it is', function () {
    this.timeout(20_000)
    expect(ALL.length).to.be.above(50)
    const odd = ALL.flatMap(({ name, schema }) =>
      faultsOf(schema)
        .filter(({ message }) => JOI_WORDS.test(message))
        .map(({ type, message }) => `${name}: ${type}: ${message.slice(0, 120)}`),
    )
    expect([...new Set(odd)].join('\n')).to.equal('')
  })
  it('names the field, and what it should be', () => {
    const schema = Joi.object({
      mail: Joi.string().email().required(),
      seats: Joi.number().integer().min(1),
      role: Joi.string().valid('lead', 'agent'),
    })
    const { error } = schema.validate({ mail: 'ann', seats: 0, role: 'boss' }, ASKED)
    expect(error!.details.map(({ message }) => message)).to.eql([
      '“mail” must be an email address, such as ann@firm.example',
      '“seats” must be 1 or more',
      '“role” must be one of [lead, agent]',
    ])
  })
  it('is told in a schema’s own words where it has some', () => {
    const day = Joi.string()
      .pattern(/^\d{4}-\d\d-\d\d$/)
      .messages({ 'string.pattern.base': 'A day is written like 2027-05-31.' })
    expect(day.validate('tomorrow', ASKED).error!.message).to.equal(
      'A day is written like 2027-05-31.',
    )
  })
})

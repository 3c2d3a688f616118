/**
 * What Joi finds wrong, as one person would tell another. A schema with words of its own for something keeps them.
 * @see the codes in Joi's API, section “List of errors”
 */
export const PLAIN_WORDS: Record<string, string> = {
  'any.required': '{{#label}} is missing',
  'string.empty': '{{#label}} is missing',
  'any.only': '{{#label}} must be one of {{#valids}}',
  'any.invalid': '{{#label}} cannot be this',
  'any.unknown': '{{#label}} does not belong here',
  'string.base': '{{#label}} must be text',
  'string.email': '{{#label}} must be an email address, such as ann@firm.example',
  'string.uri': '{{#label}} must be a web address, such as https://firm.example',
  'string.uriCustomScheme': '{{#label}} must be an address, such as https://firm.example',
  'string.min': '{{#label}} must have at least {{#limit}} characters',
  'string.max': '{{#label}} may have at most {{#limit}} characters',
  'string.length': '{{#label}} must have {{#limit}} characters',
  'string.pattern.base': '{{#label}} is not written as it should be',
  'number.base': '{{#label}} must be a number',
  'number.integer': '{{#label}} must be a whole number',
  'number.min': '{{#label}} must be {{#limit}} or more',
  'number.max': '{{#label}} must be {{#limit}} or less',
  'number.positive': '{{#label}} must be more than 0',
  'number.unsafe': '{{#label}} is too large a number',
  'boolean.base': '{{#label}} must be yes or no',
  'date.base': '{{#label}} must be a date',
  'date.format': '{{#label}} must be a date and time, such as 2027-05-31T09:30:00Z',
  'array.base': '{{#label}} must be a list',
  'array.min': '{{#label}} must have at least {{#limit}} entries',
  'array.max': '{{#label}} may have at most {{#limit}} entries',
  'array.unique': '{{#label}} is there twice',
  'object.base': '{{#label}} must be a record of fields',
}

import Joi from 'joi'
import { MAX_SITE_PAGES, type SiteInput } from '../sites.ts'

export const siteInput = Joi.object<SiteInput>({
  address: Joi.string()
    .trim()
    .uri({ scheme: ['http', 'https'] })
    .max(500)
    .required()
    .messages({
      'string.uri': 'refusals.siteAddress',
      'string.uriCustomScheme': 'refusals.siteAddress',
    }),
  collection: Joi.string().trim().max(80).allow('').required(),
  pageLimit: Joi.number().integer().min(1).max(MAX_SITE_PAGES).default(200),
  everyDays: Joi.valid(null, 1, 7, 30).default(null),
})

export const takeOverInput = Joi.object<{ addresses: string[] }>({
  addresses: Joi.array()
    .items(Joi.string().max(2_000))
    .min(1)
    .max(MAX_SITE_PAGES * 2)
    .required()
    .messages({ 'array.min': 'refusals.choosePage' }),
})
const host = Joi.string()
  .trim()
  .lowercase()
  .pattern(/^[a-z0-9.-]+(:\d+)?$/)
  .max(255)
  .messages({
    'string.pattern.base': 'refusals.hostForm',
  })
export const hostsInput = Joi.object<{ hosts: string[] }>({
  hosts: Joi.array().items(host).max(100).unique().required(),
})

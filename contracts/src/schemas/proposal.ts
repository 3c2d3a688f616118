import Joi from 'joi'
import {
  PROPOSAL_KINDS,
  PROPOSAL_STATES,
  type ProposalInput,
  type ProposalState,
} from '../proposal.ts'

export const proposalInput = Joi.object<ProposalInput>({
  kind: Joi.valid(...PROPOSAL_KINDS).required(),
  question: Joi.string().trim().min(2).max(300).required(),
  words: Joi.string()
    .trim()
    .max(4_000)
    .when('kind', {
      is: 'phrasing',
      then: Joi.string().allow('').default(''),
      otherwise: Joi.string().trim().min(3).required(),
    }),
  item: Joi.number()
    .integer()
    .allow(null)
    .when('kind', {
      is: 'phrasing',
      then: Joi.number().integer().required(),
      otherwise: Joi.number().integer().allow(null).default(null),
    }),
})
/** The lead may change question and words before taking them. */
export const proposalAccept = Joi.object<{
  question: string
  words: string
  title: string
  collection: string
}>({
  question: Joi.string().trim().min(2).max(300).required(),
  words: Joi.string().trim().max(4_000).allow('').required(),
  title: Joi.string().trim().min(1).max(200).required(),
  collection: Joi.string().trim().max(80).allow('').required(),
})
export const proposalDecline = Joi.object<{ reason: string }>({
  reason: Joi.string().trim().min(3).max(500).required(),
})
export const proposalQuery = Joi.object<{ state: ProposalState }>({
  state: Joi.valid(...PROPOSAL_STATES).default('open'),
})

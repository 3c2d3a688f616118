import type { ConversationState, Outcome, Routing } from '@janua/core'
import Joi from 'joi'
import { draftKeys, withKeys } from './common.ts'
import type { Message } from './conversations.ts'

export interface Queue {
  id: number
  name: string
  members: { id: number; name: string; present: boolean; active: boolean }[]
  waiting: number
  oldestWaitSeconds: number | null
  /** What somebody who enters now waits at the most, four times of five; null when nobody is at their desk. */
  expectedWaitSeconds: number | null
}
export const queueInput = Joi.object<{ name: string; members: number[] }>({
  name: Joi.string().trim().min(1).max(80).required(),
  members: Joi.array().items(Joi.number().integer()).max(500).required(),
})

const words = Joi.array().items(Joi.string().trim().min(1).max(120)).min(1).max(60).required()
const condition = Joi.alternatives().conditional('.on', {
  switch: [
    { is: 'words', then: Joi.object({ on: Joi.string(), any: words }) },
    { is: 'collection', then: Joi.object({ on: Joi.string(), any: words }) },
    { is: 'told', then: Joi.object({ on: Joi.string(), field: Joi.valid('name', 'mail').required(), any: words }) },
    { is: 'door', then: Joi.object({ on: Joi.string(), any: Joi.array().items(Joi.number().integer()).min(1).required() }) },
  ],
  otherwise: Joi.forbidden(),
})
export const routingContent = Joi.object<Routing>({
  rules: Joi.array()
    .items(
      Joi.object({
        name: Joi.string().trim().min(1).max(80).required(),
        join: Joi.valid('all', 'any').required(),
        conditions: Joi.array().items(condition).min(1).max(12).required().messages({ 'array.min': 'A rule needs at least one condition.' }),
        queue: Joi.number().integer().required(),
      }),
    )
    .max(100)
    .required(),
  lastResort: Joi.number().integer().required(),
})
export interface RoutingDraft extends Routing {
  id: number
  revision: number
  state: 'live' | 'in work' | 'ready'
}
export const routingSave = withKeys<Routing & { base: number; ready: boolean }>(routingContent, draftKeys)
export const moveInput = Joi.object<{ queue: number }>({ queue: Joi.number().integer().required() })
export const blockInput = Joi.object<{ reason: string }>({ reason: Joi.string().trim().min(3).max(300).required() })

export interface DeskRow {
  id: number
  state: ConversationState
  /** What it is about: the last unsettled question. */
  subject: string
  visitor: string | null
  queue: { id: number; name: string } | null
  agent: { id: number; name: string } | null
  waitingSince: string | null
  lastAt: string
  lastBy: 'visitor' | 'assistant' | 'agent' | 'event'
}
export interface Desk {
  waiting: DeskRow[]
  mine: DeskRow[]
  withAssistant: number
  /** The server's time, against which waits are counted. */
  now: string
}

export interface Brief {
  unsettled: string[]
  told: { label: string; value: string }[]
  tried: { question: string; outcome: Outcome; confidence: number; nearest: string | null; vote: 'yes' | 'no' | null }[]
  routed: string | null
  sayNext: { item: number; title: string; path: string[]; text: string }[]
}

export interface DeskConversation extends DeskRow {
  version: number
  door: string
  startedAt: string
  blocked: boolean
  messages: Message[]
  brief: Brief
}

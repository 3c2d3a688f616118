import {
  contactInput,
  doorCreate,
  doorSave,
  fileQuery,
  idPath,
  openedInput,
  ratingInput,
  sayInput,
  seenInput,
  threadQuery,
  voteInput,
  wayInput,
} from '@janua/contracts/schemas'
import Joi from 'joi'
import { bytesOf, fileBody } from '../../platform/http/fileBody.ts'
import type { Limits } from '../../platform/http/limits.ts'
import { type Call, type Route, route } from '../../platform/http/routing.ts'
import type { Doors } from './service.ts'
import type { Attachments, Conversations, Saying } from '../conversations/index.ts'
import type { Handover } from '../handover/index.ts'

const doorPath = Joi.object<{ door: string }>({ door: Joi.string().max(40).required() })
const filePath = Joi.object<{ door: string; file: number }>({
  door: Joi.string().max(40).required(),
  file: Joi.number().integer().positive().required(),
})
const sourcePath = Joi.object<{ door: string; id: number }>({
  door: Joi.string().max(40).required(),
  id: Joi.number().integer().positive().required(),
})
const languageBody = Joi.object<{ language: 'en' | 'de' }>({
  language: Joi.valid('en', 'de').default('en'),
})

interface Dependencies {
  doors: Doors
  conversations: Conversations
  saying: Saying
  handover: Handover
  attachments: Attachments
  limits: Limits
}

export function doorRoutes({
  doors,
  conversations,
  saying,
  handover,
  attachments,
  limits,
}: Dependencies): Route[] {
  const here = { params: doorPath }
  const [anyVisit, writing, contacting, reading, marking] = (
    ['anyVisit', 'saying', 'contacting', 'reading', 'marking'] as const
  ).map((name) => ({ ...here, before: [limits.before(name)] }))
  const thread = ({ visitor, query }: Call<unknown, { after?: number }>) =>
    conversations.thread(visitor, query?.after ?? 0)
  return [
    route('GET /doors', {}, () => doors.list()),
    route('POST /doors', { body: doorCreate }, ({ body, user }) =>
      doors.add(user, body.title, body.key),
    ),
    route('GET /doors/:id', { params: idPath }, ({ params }) => doors.read(params.id)),
    route('PUT /doors/:id', { params: idPath, body: doorSave }, ({ params, body, user }) =>
      doors.save(user, params.id, body),
    ),

    route('GET /visit/:door', anyVisit!, ({ params }) => doors.open(params.door)),
    route(
      'POST /visit/:door/visitors',
      { ...here, before: [limits.before('newVisitor')] },
      async () => ({ token: await conversations.newVisitor() }),
    ),
    route(
      'GET /visit/:door/sources/:id',
      { ...reading!, params: sourcePath },
      ({ visitor, params }) => doors.source(visitor, params.id),
    ),
    route('GET /visit/:door/thread', { ...reading!, query: threadQuery }, thread),
    route(
      'POST /visit/:door/messages',
      { ...writing!, body: sayInput },
      async ({ visitor, body }) => {
        await saying.say(visitor, body)
        await handover.afterSaying(visitor)
      },
    ),
    route(
      'POST /visit/:door/votes',
      { ...marking!, body: voteInput },
      async ({ visitor, body }) => {
        await conversations.vote(visitor, body.message, body.helpful)
        if (!body.helpful) await handover.afterSaying(visitor, true)
      },
    ),
    route('POST /visit/:door/opened', { ...marking!, body: openedInput }, ({ visitor, body }) =>
      conversations.opened(visitor, body.message),
    ),
    route('POST /visit/:door/person', { ...writing!, body: languageBody }, ({ visitor, body }) =>
      handover.ask(visitor, body.language),
    ),
    route(
      'POST /visit/:door/contact',
      { ...contacting!, body: contactInput },
      ({ visitor, body }) => handover.contact(visitor, body),
    ),
    route(
      'POST /visit/:door/files',
      { ...here, query: fileQuery, before: [limits.before('file'), fileBody] },
      ({ visitor, query, req }) =>
        attachments.fromVisitor(visitor, { ...query, bytes: bytesOf(req) }, req.ip ?? ''),
    ),
    route(
      'GET /visit/:door/files/:file',
      { ...reading!, params: filePath },
      ({ visitor, params, res }) => attachments.toVisitor(visitor, params.file, res),
    ),
    route('POST /visit/:door/way', { ...contacting!, body: wayInput }, ({ visitor, body }) =>
      handover.choose(visitor, body),
    ),
    route('POST /visit/:door/seen', { ...marking!, body: seenInput }, ({ visitor, body }) =>
      conversations.seen(visitor, body.seq),
    ),
    route('POST /visit/:door/rating', { ...marking!, body: ratingInput }, ({ visitor, body }) =>
      conversations.rate(visitor, body),
    ),
    route('POST /visit/:door/stop-waiting', marking!, ({ visitor }) =>
      handover.stopWaiting(visitor),
    ),
    route('POST /visit/:door/end', marking!, ({ visitor }) => conversations.end(visitor)),
    route('GET /visit/:door/transcript', reading!, async ({ visitor, res }) => {
      res
        .type('text/plain')
        .attachment('conversation.txt')
        .send(await conversations.transcript(visitor))
    }),
    route('DELETE /visit/:door/visitor', marking!, ({ visitor }) => conversations.forget(visitor)),
  ]
}

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
import type { Attachments, Conversations } from '../conversations/index.ts'
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

interface Needs {
  doors: Doors
  conversations: Conversations
  handover: Handover
  attachments: Attachments
  limits: Limits
}

export function doorRoutes({
  doors,
  conversations,
  handover,
  attachments,
  limits,
}: Needs): Route[] {
  const here = { params: doorPath }
  const [anyVisit, saying, contacting, reading, marking] = (
    ['anyVisit', 'saying', 'contacting', 'reading', 'marking'] as const
  ).map((name) => ({ ...here, before: [limits.before(name)] }))
  const thread = ({ visitor, query }: Call<unknown, { after?: number }>) =>
    conversations.thread(visitor, query?.after ?? 0)
  return [
    route('get', '/doors', 'door.read', {}, () => doors.list()),
    route('post', '/doors', 'door.write', { body: doorCreate, status: 201 }, ({ body, user }) =>
      doors.add(user, body.title, body.key),
    ),
    route('get', '/doors/:id', 'door.read', { params: idPath }, ({ params }) =>
      doors.read(params.id),
    ),
    route(
      'put',
      '/doors/:id',
      'door.write',
      { params: idPath, body: doorSave },
      ({ params, body, user }) => doors.save(user, params.id, body),
    ),

    route('get', '/visit/:door', 'door.visit', anyVisit!, ({ params }) => doors.open(params.door)),
    route(
      'post',
      '/visit/:door/visitors',
      'door.visit',
      { ...here, before: [limits.before('newVisitor')], status: 201 },
      async () => ({ token: await conversations.newVisitor() }),
    ),
    route(
      'get',
      '/visit/:door/sources/:id',
      'conversation.visit',
      { ...reading!, params: sourcePath },
      ({ visitor, params }) => doors.source(visitor, params.id),
    ),
    route(
      'get',
      '/visit/:door/thread',
      'conversation.visit',
      { ...reading!, query: threadQuery },
      thread,
    ),
    route(
      'post',
      '/visit/:door/messages',
      'conversation.visit',
      { ...saying!, body: sayInput },
      async ({ visitor, body }) => {
        await conversations.say(visitor, body)
        await handover.afterSaying(visitor)
      },
    ),
    route(
      'post',
      '/visit/:door/votes',
      'conversation.visit',
      { ...marking!, body: voteInput },
      async ({ visitor, body }) => {
        await conversations.vote(visitor, body.message, body.helpful)
        if (!body.helpful) await handover.afterSaying(visitor, true)
      },
    ),
    route(
      'post',
      '/visit/:door/opened',
      'conversation.visit',
      { ...marking!, body: openedInput },
      ({ visitor, body }) => conversations.opened(visitor, body.message),
    ),
    route(
      'post',
      '/visit/:door/person',
      'conversation.visit',
      { ...saying!, body: languageBody },
      ({ visitor, body }) => handover.ask(visitor, body.language),
    ),
    route(
      'post',
      '/visit/:door/contact',
      'conversation.visit',
      { ...contacting!, body: contactInput },
      ({ visitor, body }) => handover.contact(visitor, body),
    ),
    route(
      'post',
      '/visit/:door/files',
      'conversation.visit',
      { ...here, query: fileQuery, before: [limits.before('file'), fileBody] },
      ({ visitor, query, req }) =>
        attachments.fromVisitor(visitor, { ...query, bytes: bytesOf(req) }, req.ip ?? ''),
    ),
    route(
      'get',
      '/visit/:door/files/:file',
      'conversation.visit',
      { ...reading!, params: filePath },
      ({ visitor, params, res }) => attachments.toVisitor(visitor, params.file, res),
    ),
    route(
      'post',
      '/visit/:door/way',
      'conversation.visit',
      { ...contacting!, body: wayInput },
      ({ visitor, body }) => handover.choose(visitor, body),
    ),
    route(
      'post',
      '/visit/:door/seen',
      'conversation.visit',
      { ...marking!, body: seenInput },
      ({ visitor, body }) => conversations.seen(visitor, body.seq),
    ),
    route(
      'post',
      '/visit/:door/rating',
      'conversation.visit',
      { ...marking!, body: ratingInput },
      ({ visitor, body }) => conversations.rate(visitor, body),
    ),
    route('post', '/visit/:door/stop-waiting', 'conversation.visit', marking!, ({ visitor }) =>
      handover.stopWaiting(visitor),
    ),
    route('post', '/visit/:door/end', 'conversation.visit', marking!, ({ visitor }) =>
      conversations.end(visitor),
    ),
    route(
      'get',
      '/visit/:door/transcript',
      'conversation.visit',
      reading!,
      async ({ visitor, res }) => {
        res
          .type('text/plain')
          .attachment('conversation.txt')
          .send(await conversations.transcript(visitor))
      },
    ),
    route('delete', '/visit/:door/visitor', 'conversation.visit', marking!, ({ visitor }) =>
      conversations.forget(visitor),
    ),
  ]
}

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
} from '@janua/contracts'
import { ipKeyGenerator, rateLimit } from 'express-rate-limit'
import Joi from 'joi'
import type { Attachments } from '../conversations/attachments.ts'
import type { Conversations } from '../conversations/service.ts'
import type { Handover } from '../handover/handover.ts'
import { bytesOf, fileBody } from '../http/fileBody.ts'
import { problem } from '../http/problems.ts'
import { type Call, type Route, route } from '../http/routing.ts'
import type { Doors } from './service.ts'

const doorPath = Joi.object<{ door: string }>({ door: Joi.string().max(40).required() })
const filePath = Joi.object<{ door: string; file: number }>({
  door: Joi.string().max(40).required(),
  file: Joi.number().integer().positive().required(),
})
const sourcePath = Joi.object<{ id: number }>({ id: Joi.number().integer().positive().required() })
const languageBody = Joi.object<{ language: 'en' | 'de' }>({
  language: Joi.valid('en', 'de').default('en'),
})
/** Many visitors may share one address, so those with a token are counted one by one. */
const limit = (perMinute: number) =>
  rateLimit({
    windowMs: 60_000,
    limit: perMinute,
    keyGenerator: (req) => req.get('authorization') ?? ipKeyGenerator(req.ip ?? ''),
    standardHeaders: false,
    legacyHeaders: false,
    handler: () => {
      throw problem('TOO_MANY', 60)
    },
  })

interface Needs {
  doors: Doors
  conversations: Conversations
  handover: Handover
  attachments: Attachments
}

export function doorRoutes({ doors, conversations, handover, attachments }: Needs): Route[] {
  const here = { params: doorPath }
  const asking = [limit(60)]
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

    route('get', '/visit/sources/:id', 'door.visit', { params: sourcePath }, ({ params }) =>
      doors.source(params.id),
    ),
    route('get', '/visit/:door', 'door.visit', here, ({ params }) => doors.open(params.door)),
    route(
      'post',
      '/visit/:door/visitors',
      'door.visit',
      { ...here, before: [limit(120)], status: 201 },
      async () => ({ token: await conversations.newVisitor() }),
    ),
    route(
      'get',
      '/visit/:door/thread',
      'conversation.visit',
      { ...here, query: threadQuery },
      thread,
    ),
    route(
      'post',
      '/visit/:door/messages',
      'conversation.visit',
      { ...here, body: sayInput, before: asking },
      async ({ visitor, body }) => {
        await conversations.say(visitor, body)
        await handover.afterSaying(visitor)
      },
    ),
    route(
      'post',
      '/visit/:door/votes',
      'conversation.visit',
      { ...here, body: voteInput },
      async ({ visitor, body }) => {
        await conversations.vote(visitor, body.message, body.helpful)
        if (!body.helpful) await handover.afterSaying(visitor, true)
      },
    ),
    route(
      'post',
      '/visit/:door/opened',
      'conversation.visit',
      { ...here, body: openedInput },
      ({ visitor, body }) => conversations.opened(visitor, body.message),
    ),
    route(
      'post',
      '/visit/:door/person',
      'conversation.visit',
      { ...here, body: languageBody, before: asking },
      ({ visitor, body }) => handover.ask(visitor, body.language),
    ),
    route(
      'post',
      '/visit/:door/contact',
      'conversation.visit',
      { ...here, body: contactInput, before: asking },
      ({ visitor, body }) => handover.contact(visitor, body),
    ),
    route(
      'post',
      '/visit/:door/files',
      'conversation.visit',
      { ...here, query: fileQuery, before: [limit(20), fileBody] },
      ({ visitor, query, req }) =>
        attachments.fromVisitor(visitor, { ...query, bytes: bytesOf(req) }),
    ),
    route(
      'get',
      '/visit/:door/files/:file',
      'conversation.visit',
      { params: filePath },
      ({ visitor, params, res }) => attachments.toVisitor(visitor, params.file, res),
    ),
    route(
      'post',
      '/visit/:door/way',
      'conversation.visit',
      { ...here, body: wayInput, before: asking },
      ({ visitor, body }) => handover.choose(visitor, body),
    ),
    route(
      'post',
      '/visit/:door/seen',
      'conversation.visit',
      { ...here, body: seenInput },
      ({ visitor, body }) => conversations.seen(visitor, body.seq),
    ),
    route(
      'post',
      '/visit/:door/rating',
      'conversation.visit',
      { ...here, body: ratingInput },
      ({ visitor, body }) => conversations.rate(visitor, body),
    ),
    route('post', '/visit/:door/stop-waiting', 'conversation.visit', here, ({ visitor }) =>
      handover.stopWaiting(visitor),
    ),
    route('post', '/visit/:door/end', 'conversation.visit', here, ({ visitor }) =>
      conversations.end(visitor),
    ),
    route(
      'get',
      '/visit/:door/transcript',
      'conversation.visit',
      here,
      async ({ visitor, res }) => {
        res
          .type('text/plain')
          .attachment('conversation.txt')
          .send(await conversations.transcript(visitor))
      },
    ),
    route('delete', '/visit/:door/visitor', 'conversation.visit', here, ({ visitor }) =>
      conversations.forget(visitor),
    ),
  ]
}

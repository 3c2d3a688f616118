import {
  acceptInput,
  checkFile,
  checkInput,
  idPath,
  rehearsalInput,
  replayInput,
  replayQuestionsQuery,
  sillInput,
} from '@janua/contracts/schemas'
import Joi from 'joi'
import { type Route, route } from '../../platform/http/routing.ts'
import type { CheckLists } from './checkLists.ts'
import type { Checks } from './checks.ts'
import type { Rehearsal } from './rehearsal.ts'
import type { Replays } from './replays.ts'
import type { Threshold } from './threshold.ts'

interface Needs {
  rehearsal: Rehearsal
  checks: Checks
  checkLists: CheckLists
  replays: Replays
  threshold: Threshold
}

const resultPath = Joi.object<{ id: number; result: number }>({
  id: Joi.number().integer().required(),
  result: Joi.number().integer().required(),
})
const sillQuery = Joi.object<{ sill: number }>({ sill: Joi.number().min(0).max(1).default(0.4) })

/** What proves a change before visitors see it. */
export function verificationRoutes({
  rehearsal,
  checks,
  checkLists,
  replays,
  threshold,
}: Needs): Route[] {
  const byId = { params: idPath }
  return [
    route('post', '/rehearsal', 'rehearsal.ask', { body: rehearsalInput }, ({ body }) =>
      rehearsal.ask(body),
    ),

    route('get', '/checks', 'check.read', {}, () => checks.list()),
    route(
      'post',
      '/checks',
      'check.write',
      { body: checkInput, status: 201 },
      async ({ body, user }) => ({ id: await checks.add(user, body) }),
    ),
    route('post', '/checks/judged', 'check.write', { status: 201 }, async ({ user }) => ({
      added: await checks.addJudged(user),
    })),
    route('post', '/checks/file', 'check.write', { body: checkFile }, ({ body, user }) =>
      checkLists.read(user, body.csv),
    ),
    route('post', '/checks/run', 'check.write', {}, async () => {
      const { passed, failed } = await checks.run()
      return { passed, failed }
    }),
    route(
      'get',
      '/checks/file.csv',
      'check.read',
      {},
      async ({ res }) =>
        void res
          .type('text/csv')
          .attachment('checks.csv')
          .send(await checkLists.csv()),
    ),
    route(
      'get',
      '/checks/topics.txt',
      'check.read',
      {},
      async ({ res }) =>
        void res
          .type('text/plain')
          .attachment('topics.txt')
          .send((await checkLists.trec()).topics),
    ),
    route(
      'get',
      '/checks/qrels.txt',
      'check.read',
      {},
      async ({ res }) =>
        void res
          .type('text/plain')
          .attachment('qrels.txt')
          .send((await checkLists.trec()).qrels),
    ),
    route(
      'put',
      '/checks/:id',
      'check.write',
      { ...byId, body: checkInput },
      ({ params, body, user }) => checks.save(user, params.id, body),
    ),
    route('delete', '/checks/:id', 'check.write', byId, ({ params, user }) =>
      checks.remove(user, params.id),
    ),

    route('get', '/replays', 'replay.read', {}, () => replays.list()),
    route(
      'post',
      '/replays',
      'replay.run',
      { body: replayInput, status: 201 },
      async ({ body, user }) => ({ id: await replays.start(user, body) }),
    ),
    route('get', '/replays/:id', 'replay.read', byId, ({ params }) => replays.read(params.id)),
    route(
      'get',
      '/replays/:id/questions',
      'replay.read',
      { ...byId, query: replayQuestionsQuery },
      ({ params, query }) => replays.questions(params.id, query),
    ),
    route('post', '/replays/:id/cancel', 'replay.run', byId, ({ params, user }) =>
      replays.cancel(user, params.id),
    ),
    route('post', '/replays/:id/resume', 'replay.run', byId, ({ params, user }) =>
      replays.resume(user, params.id),
    ),
    route(
      'put',
      '/replays/:id/questions/:result',
      'replay.run',
      { params: resultPath, body: acceptInput },
      ({ params, body }) => replays.accept(params.id, params.result, body.accepted),
    ),

    route('get', '/threshold', 'threshold.read', {}, () => threshold.view()),
    route('get', '/threshold/to-judge', 'threshold.read', { query: sillQuery }, ({ query }) =>
      threshold.toJudge(query.sill),
    ),
    route('put', '/threshold', 'threshold.set', { body: sillInput }, ({ body, user }) =>
      threshold.set(user, body.door, body.collection, body.sill),
    ),
  ]
}

import {
  acceptInput,
  checkFile,
  checkInput,
  idPath,
  rehearsalInput,
  replayInput,
  replayQuestionsQuery,
  thresholdInput,
} from '@janua/contracts/schemas'
import Joi from 'joi'
import { type Route, route } from '../../platform/http/routing.ts'
import type { CheckLists } from './checkLists.ts'
import type { Checks } from './checks.ts'
import type { Rehearsal } from './rehearsal.ts'
import type { Replays } from './replays.ts'
import type { Threshold } from './threshold.ts'

interface Dependencies {
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
const thresholdQuery = Joi.object<{ threshold: number }>({
  threshold: Joi.number().min(0).max(1).default(0.4),
})

/** What proves a change before visitors see it. */
export function verificationRoutes({
  rehearsal,
  checks,
  checkLists,
  replays,
  threshold,
}: Dependencies): Route[] {
  const byId = { params: idPath }
  return [
    route('POST /rehearsal', { body: rehearsalInput }, ({ body }) => rehearsal.ask(body)),

    route('GET /checks', {}, () => checks.list()),
    route('POST /checks', { body: checkInput }, async ({ body, user }) => ({
      id: await checks.add(user, body),
    })),
    route('POST /checks/reviewed', {}, async ({ user }) => ({
      added: await checks.addReviewed(user),
    })),
    route('POST /checks/file', { body: checkFile }, ({ body, user }) =>
      checkLists.read(user, body.csv),
    ),
    route('POST /checks/run', {}, async () => {
      const { passed, failed } = await checks.run()
      return { passed, failed }
    }),
    route(
      'GET /checks/file.csv',
      {},
      async ({ res }) =>
        void res
          .type('text/csv')
          .attachment('checks.csv')
          .send(await checkLists.csv()),
    ),
    route(
      'GET /checks/topics.txt',
      {},
      async ({ res }) =>
        void res
          .type('text/plain')
          .attachment('topics.txt')
          .send((await checkLists.trec()).topics),
    ),
    route(
      'GET /checks/qrels.txt',
      {},
      async ({ res }) =>
        void res
          .type('text/plain')
          .attachment('qrels.txt')
          .send((await checkLists.trec()).qrels),
    ),
    route('PUT /checks/:id', { ...byId, body: checkInput }, ({ params, body, user }) =>
      checks.save(user, params.id, body),
    ),
    route('DELETE /checks/:id', byId, ({ params, user }) => checks.remove(user, params.id)),

    route('GET /replays', {}, () => replays.list()),
    route('POST /replays', { body: replayInput }, async ({ body, user }) => ({
      id: await replays.start(user, body),
    })),
    route('GET /replays/:id', byId, ({ params }) => replays.read(params.id)),
    route(
      'GET /replays/:id/questions',
      { ...byId, query: replayQuestionsQuery },
      ({ params, query }) => replays.questions(params.id, query),
    ),
    route('POST /replays/:id/cancel', byId, ({ params, user }) => replays.cancel(user, params.id)),
    route('POST /replays/:id/resume', byId, ({ params, user }) => replays.resume(user, params.id)),
    route(
      'PUT /replays/:id/questions/:result',
      { params: resultPath, body: acceptInput },
      ({ params, body }) => replays.accept(params.id, params.result, body.accepted),
    ),

    route('GET /threshold', {}, () => threshold.view()),
    route('GET /threshold/to-review', { query: thresholdQuery }, ({ query }) =>
      threshold.toReview(query.threshold),
    ),
    route('PUT /threshold', { body: thresholdInput }, ({ body, user }) =>
      threshold.set(user, body.door, body.collection, body.threshold),
    ),
  ]
}

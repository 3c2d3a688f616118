import {
  doorTextsProposalInput,
  encoderPauseInput,
  idPath,
  modelCallsQuery,
  modelConnectionInput,
  modelStopInput,
  modelUsePath,
  phrasingsProposalInput,
  useSettingsInput,
} from '@janua/contracts/schemas'
import { type Route, route } from '../../platform/http/routing.ts'
import type { Encoders } from './encoders/service.ts'
import type { EncoderTrials } from './encoders/trials.ts'
import type { ModelUses } from './modelUses.ts'
import type { OpinionTrials } from './opinionTrials.ts'
import type { Proposals } from './proposals.ts'

export function modelRoutes({
  uses,
  proposals,
  trials,
  encoders,
  encoderTrials,
}: {
  uses: ModelUses
  proposals: Proposals
  trials: OpinionTrials
  encoders: Encoders
  encoderTrials: EncoderTrials
}): Route[] {
  return [
    route('get', '/models', 'model.read', {}, () => uses.view()),
    route('get', '/models/on', 'model.ask', {}, () => uses.allOn()),
    route('get', '/models/calls', 'model.read', { query: modelCallsQuery }, ({ query }) =>
      uses.calls(query),
    ),
    route(
      'put',
      '/models/connection',
      'model.set',
      { body: modelConnectionInput },
      ({ body, user }) => uses.connect(user, body),
    ),
    route('delete', '/models/connection', 'model.set', {}, ({ user }) => uses.disconnect(user)),
    route('post', '/models/test', 'model.set', { body: modelConnectionInput }, ({ body }) =>
      uses.test(body),
    ),
    route('put', '/models/stopped', 'model.set', { body: modelStopInput }, ({ body, user }) =>
      uses.stop(user, body.stopped),
    ),
    route(
      'put',
      '/models/uses/:use',
      'model.set',
      { params: modelUsePath, body: useSettingsInput },
      ({ params, body, user }) => uses.setUse(user, params.use, body),
    ),
    route('get', '/models/trial', 'model.read', {}, () => trials.view()),
    route('post', '/models/trial', 'model.set', {}, ({ user }) => trials.start(user)),
    route('get', '/models/encoder', 'model.read', {}, async () => ({
      ...(await encoders.view()),
      trial: await encoderTrials.view(),
    })),
    route('post', '/models/encoder/trial', 'model.set', {}, ({ user }) =>
      encoderTrials.start(user),
    ),
    route('post', '/models/encoder/look', 'model.set', {}, () => encoders.lookAgain()),
    route('post', '/models/encoder/learn', 'model.set', {}, ({ user }) => encoders.learn(user)),
    route(
      'put',
      '/models/encoder/paused',
      'model.set',
      { body: encoderPauseInput },
      ({ body, user }) => encoders.pause(user, body.paused),
    ),
    route('put', '/models/encoder/draft', 'model.set', {}, ({ user }) => encoders.use(user)),
    route('delete', '/models/encoder/draft', 'model.set', {}, ({ user }) => encoders.remove(user)),
    route(
      'post',
      '/articles/:id/proposed-phrasings',
      'article.write',
      { params: idPath, body: phrasingsProposalInput },
      async ({ params, body, user }) => ({
        phrasings: await proposals.phrasings(user, params.id, body.count),
      }),
    ),
    route(
      'post',
      '/gaps/:id/proposed-article',
      'gap.work',
      { params: idPath },
      ({ params, user }) => proposals.draft(user, params.id),
    ),
    route(
      'post',
      '/doors/:id/proposed-texts',
      'door.write',
      { params: idPath, body: doorTextsProposalInput },
      async ({ params, body, user }) => ({
        texts: await proposals.doorTexts(user, params.id, body),
      }),
    ),
    route(
      'post',
      '/desk/:id/summary',
      'desk.work',
      { params: idPath },
      async ({ params, user }) => ({
        summary: await proposals.summary(user, params.id),
      }),
    ),
  ]
}

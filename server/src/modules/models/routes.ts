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
import type { ProposedTexts } from './proposedTexts.ts'

export function modelRoutes({
  uses,
  proposedTexts,
  trials,
  encoders,
  encoderTrials,
}: {
  uses: ModelUses
  proposedTexts: ProposedTexts
  trials: OpinionTrials
  encoders: Encoders
  encoderTrials: EncoderTrials
}): Route[] {
  return [
    route('GET /models', {}, () => uses.view()),
    route('GET /models/on', {}, () => uses.allOn()),
    route('GET /models/calls', { query: modelCallsQuery }, ({ query }) => uses.calls(query)),
    route('PUT /models/connection', { body: modelConnectionInput }, ({ body, user }) =>
      uses.connect(user, body),
    ),
    route('DELETE /models/connection', {}, ({ user }) => uses.disconnect(user)),
    route('POST /models/test', { body: modelConnectionInput }, ({ body }) => uses.test(body)),
    route('PUT /models/stopped', { body: modelStopInput }, ({ body, user }) =>
      uses.stop(user, body.stopped),
    ),
    route(
      'PUT /models/uses/:use',
      { params: modelUsePath, body: useSettingsInput },
      ({ params, body, user }) => uses.setUse(user, params.use, body),
    ),
    route('GET /models/trial', {}, () => trials.view()),
    route('POST /models/trial', {}, ({ user }) => trials.start(user)),
    route('GET /models/encoder', {}, async () => ({
      ...(await encoders.view()),
      trial: await encoderTrials.view(),
    })),
    route('POST /models/encoder/trial', {}, ({ user }) => encoderTrials.start(user)),
    route('POST /models/encoder/look', {}, () => encoders.lookAgain()),
    route('POST /models/encoder/learn', {}, ({ user }) => encoders.learn(user)),
    route('PUT /models/encoder/paused', { body: encoderPauseInput }, ({ body, user }) =>
      encoders.pause(user, body.paused),
    ),
    route('PUT /models/encoder/draft', {}, ({ user }) => encoders.use(user)),
    route('DELETE /models/encoder/draft', {}, ({ user }) => encoders.remove(user)),
    route(
      'POST /articles/:id/proposed-phrasings',
      { params: idPath, body: phrasingsProposalInput },
      async ({ params, body, user }) => ({
        phrasings: await proposedTexts.phrasings(user, params.id, body.count),
      }),
    ),
    route('POST /gaps/:id/proposed-article', { params: idPath }, ({ params, user }) =>
      proposedTexts.draft(user, params.id),
    ),
    route(
      'POST /doors/:id/proposed-texts',
      { params: idPath, body: doorTextsProposalInput },
      async ({ params, body, user }) => ({
        texts: await proposedTexts.doorTexts(user, params.id, body),
      }),
    ),
    route('POST /desk/:id/summary', { params: idPath }, async ({ params, user }) => ({
      summary: await proposedTexts.summary(user, params.id),
    })),
  ]
}

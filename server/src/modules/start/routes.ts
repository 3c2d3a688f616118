import {
  languageInput,
  startHiddenInput,
  startStepInput,
  startStepPath,
  startTeamInput,
} from '@janua/contracts/schemas'
import { type Route, route } from '../../platform/http/routing.ts'
import type { Start } from './service.ts'

export function startRoutes(start: Start): Route[] {
  return [
    route('GET /start', {}, () => start.view()),
    route('PUT /start', { body: startHiddenInput }, ({ body }) => start.hide(body.hidden)),
    route(
      'PUT /start/steps/:step',
      { params: startStepPath, body: startStepInput },
      ({ params, body }) => start.skip(params.step, body.skipped),
    ),
    route('PUT /start/team', { body: startTeamInput }, ({ body, user }) =>
      start.setTeam(user, body),
    ),
    route('POST /start/examples', { body: languageInput }, ({ body, user }) =>
      start.addExamples(user, body.language),
    ),
    route('POST /start/asked', {}, () => start.noteAsked()),
  ]
}

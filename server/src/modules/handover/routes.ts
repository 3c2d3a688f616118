import {
  alertsInput,
  blockInput,
  calendarInput,
  caseInput,
  closeInput,
  deskSearch,
  figuresQuery,
  fileQuery,
  handBackInput,
  idPath,
  moveInput,
  noteInput,
  passageSearch,
  presenceInput,
  queueInput,
  savedReplyInput,
  replyInput,
  skillsInput,
  proposalAccept,
  proposalDecline,
  proposalInput,
  proposalQuery,
} from '@janua/contracts/schemas'
import Joi from 'joi'
import type { Clock } from '../../platform/clock.ts'
import { bytesOf, fileBody } from '../../platform/http/fileBody.ts'
import { type Route, route } from '../../platform/http/routing.ts'
import type { Alerts } from './alerts.ts'
import type { Assignment } from './assignment.ts'
import { calendarOf, closedDaysIn } from './calendar.ts'
import type { Desk } from './desk.ts'
import type { Presence } from './presence.ts'
import type { QueueReports } from './queueFigures.ts'
import type { Queues } from './queues.ts'
import type { SavedReplies } from './savedReplies.ts'
import type { Proposals } from './proposals.ts'
import type { DeskWork } from './work.ts'
import type { Attachments } from '../conversations/index.ts'

const deskFilePath = Joi.object<{ id: number; file: number }>({
  id: Joi.number().integer().positive().required(),
  file: Joi.number().integer().positive().required(),
})

interface Dependencies {
  queues: Queues
  desk: Desk
  work: DeskWork
  assignment: Assignment
  presence: Presence
  savedReplies: SavedReplies
  proposals: Proposals
  attachments: Attachments
  alerts: Alerts
  reports: QueueReports
  clock: Clock
}

/** Queues, who is at their desk, and the desk itself; routing has routes of its own. */
export function handoverRoutes({
  queues,
  desk,
  work,
  assignment,
  presence,
  savedReplies,
  proposals,
  attachments,
  alerts,
  reports,
  clock,
}: Dependencies): Route[] {
  const byId = { params: idPath }
  return [
    route('GET /queues', {}, () => queues.list()),
    route('GET /queues/figures', { query: figuresQuery }, ({ query }) => reports.of(query.days)),
    route('POST /queues', { body: queueInput }, async ({ body, user }) => ({
      id: await queues.save(user, null, body),
    })),
    route('PUT /queues/:id', { ...byId, body: queueInput }, async ({ params, body, user }) => ({
      id: await queues.save(user, params.id, body),
    })),
    route('DELETE /queues/:id', byId, ({ params, user }) => queues.remove(user, params.id)),

    route('POST /calendars', { body: calendarInput }, ({ body }) =>
      closedDaysIn(body.text, clock.now()),
    ),
    route('GET /queues/:id/calendar.ics', byId, async ({ params, res }) => {
      const queue = (await queues.list()).find(({ id }) => id === params.id)
      res
        .type('text/calendar')
        .attachment('closed-days.ics')
        .send(calendarOf(queue?.name ?? '', queue?.settings.hours?.closed ?? []))
    }),

    route('PUT /presence', { body: presenceInput }, ({ body, user }) =>
      presence.set(user.id, body.presence),
    ),
    route('GET /alerts', {}, ({ user }) => alerts.read(user)),
    route('PUT /alerts', { body: alertsInput }, ({ body, user }) => alerts.set(user, body)),
    route('GET /people/:id/skills', byId, ({ params }) => presence.skillsOf(params.id)),
    route('PUT /people/:id/skills', { ...byId, body: skillsInput }, ({ params, body, user }) =>
      presence.setSkills(user, params.id, body),
    ),

    route('GET /desk', {}, ({ user }) => desk.view(user)),
    route('GET /desk/search', { query: deskSearch }, ({ query, user }) =>
      desk.find(user, query.words),
    ),
    route('GET /desk/passages', { query: passageSearch }, ({ query }) =>
      desk.passages(query.words),
    ),
    route('GET /desk/saved-replies', {}, ({ user }) => savedReplies.list(user)),
    route('POST /desk/saved-replies', { body: savedReplyInput }, ({ body, user }) =>
      savedReplies.save(user, null, body),
    ),
    route(
      'PUT /desk/saved-replies/:id',
      { ...byId, body: savedReplyInput },
      ({ params, body, user }) => savedReplies.save(user, params.id, body),
    ),
    route('DELETE /desk/saved-replies/:id', byId, ({ params, user }) =>
      savedReplies.remove(user, params.id),
    ),
    route('GET /desk/:id', byId, ({ params, user }) => desk.open(user, params.id)),
    route('POST /desk/:id/take', byId, ({ params, user }) => work.take(user, params.id)),
    route('POST /desk/:id/pass', byId, ({ params, user }) => assignment.pass(user.id, params.id)),
    route('POST /desk/:id/step-in', byId, ({ params, user }) => work.stepIn(user, params.id)),
    route('POST /desk/:id/replies', { ...byId, body: replyInput }, ({ params, body, user }) =>
      work.reply(user, params.id, body),
    ),
    route(
      'POST /desk/:id/files',
      { ...byId, query: fileQuery, before: [fileBody] },
      ({ params, query, user, req }) =>
        attachments.fromAgent(user, params.id, { ...query, bytes: bytesOf(req) }),
    ),
    route('GET /desk/:id/files/:file', { params: deskFilePath }, ({ params, user, res }) =>
      attachments.toAgent(user, params.id, params.file, res),
    ),
    route('POST /desk/:id/notes', { ...byId, body: noteInput }, ({ params, body, user }) =>
      work.note(user, params.id, body),
    ),
    route('POST /desk/:id/hand-back', { ...byId, body: handBackInput }, ({ params, body, user }) =>
      work.handBack(user, params.id, body.word),
    ),
    route('POST /desk/:id/move', { ...byId, body: moveInput }, ({ params, body, user }) =>
      work.move(user, params.id, body),
    ),
    route('POST /desk/:id/case', { ...byId, body: caseInput }, ({ params, body, user }) =>
      work.keepAsCase(user, params.id, body),
    ),
    route('POST /desk/:id/take-over', byId, ({ params, user }) => work.takeOver(user, params.id)),
    route('POST /desk/:id/close', { ...byId, body: closeInput }, ({ params, body, user }) =>
      work.close(user, params.id, body),
    ),
    route('POST /desk/:id/reopen', byId, ({ params, user }) => work.reopen(user, params.id)),
    route('POST /desk/:id/proposals', { ...byId, body: proposalInput }, ({ params, body, user }) =>
      proposals.teach(user, params.id, body),
    ),
    route('GET /desk/:id/proposals', byId, async ({ params, user }) => {
      await desk.mustRead(user, params.id)
      return proposals.of(params.id)
    }),
    route('GET /proposals', { query: proposalQuery }, ({ query, user }) =>
      proposals.list(user, query.state),
    ),
    route(
      'POST /proposals/:id/accept',
      { ...byId, body: proposalAccept },
      ({ params, body, user }) => proposals.accept(user, params.id, body),
    ),
    route(
      'POST /proposals/:id/decline',
      { ...byId, body: proposalDecline },
      ({ params, body, user }) => proposals.decline(user, params.id, body.reason),
    ),
    route('POST /desk/:id/block', { ...byId, body: blockInput }, ({ params, body, user }) =>
      work.block(user, params.id, body.reason),
    ),
  ]
}

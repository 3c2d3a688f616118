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
  readyLineInput,
  replyInput,
  skillsInput,
  teachingAccept,
  teachingDecline,
  teachingInput,
  teachingQuery,
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
import type { ReadyLines } from './readyLines.ts'
import type { Teachings } from './teachings.ts'
import type { DeskWork } from './work.ts'
import type { Attachments } from '../conversations/index.ts'

const deskFilePath = Joi.object<{ id: number; file: number }>({
  id: Joi.number().integer().positive().required(),
  file: Joi.number().integer().positive().required(),
})

interface Needs {
  queues: Queues
  desk: Desk
  work: DeskWork
  assignment: Assignment
  presence: Presence
  readyLines: ReadyLines
  teachings: Teachings
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
  readyLines,
  teachings,
  attachments,
  alerts,
  reports,
  clock,
}: Needs): Route[] {
  const byId = { params: idPath }
  return [
    route('get', '/queues', 'queue.read', {}, () => queues.list()),
    route('get', '/queues/figures', 'queue.read', { query: figuresQuery }, ({ query }) =>
      reports.of(query.days),
    ),
    route(
      'post',
      '/queues',
      'queue.write',
      { body: queueInput, status: 201 },
      async ({ body, user }) => ({ id: await queues.save(user, null, body) }),
    ),
    route(
      'put',
      '/queues/:id',
      'queue.write',
      { ...byId, body: queueInput },
      async ({ params, body, user }) => ({ id: await queues.save(user, params.id, body) }),
    ),
    route('delete', '/queues/:id', 'queue.write', byId, ({ params, user }) =>
      queues.remove(user, params.id),
    ),

    route('post', '/calendars', 'queue.write', { body: calendarInput }, ({ body }) =>
      closedDaysIn(body.text, clock.now()),
    ),
    route('get', '/queues/:id/calendar.ics', 'queue.read', byId, async ({ params, res }) => {
      const queue = (await queues.list()).find(({ id }) => id === params.id)
      res
        .type('text/calendar')
        .attachment('closed-days.ics')
        .send(calendarOf(queue?.name ?? '', queue?.settings.hours?.closed ?? []))
    }),

    route('put', '/presence', 'presence.change', { body: presenceInput }, ({ body, user }) =>
      presence.set(user.id, body.presence),
    ),
    route('get', '/alerts', 'presence.change', {}, ({ user }) => alerts.read(user)),
    route('put', '/alerts', 'presence.change', { body: alertsInput }, ({ body, user }) =>
      alerts.set(user, body),
    ),
    route('get', '/people/:id/skills', 'queue.read', byId, ({ params }) =>
      presence.skillsOf(params.id),
    ),
    route(
      'put',
      '/people/:id/skills',
      'queue.write',
      { ...byId, body: skillsInput },
      ({ params, body, user }) => presence.setSkills(user, params.id, body),
    ),

    route('get', '/desk', 'desk.read', {}, ({ user }) => desk.view(user)),
    route('get', '/desk/search', 'desk.read', { query: deskSearch }, ({ query, user }) =>
      desk.find(user, query.words),
    ),
    route('get', '/desk/passages', 'desk.read', { query: passageSearch }, ({ query }) =>
      desk.passages(query.words),
    ),
    route('get', '/desk/ready-lines', 'desk.read', {}, ({ user }) => readyLines.list(user)),
    route(
      'post',
      '/desk/ready-lines',
      'desk.work',
      { body: readyLineInput, status: 201 },
      ({ body, user }) => readyLines.save(user, null, body),
    ),
    route(
      'put',
      '/desk/ready-lines/:id',
      'desk.work',
      { ...byId, body: readyLineInput },
      ({ params, body, user }) => readyLines.save(user, params.id, body),
    ),
    route('delete', '/desk/ready-lines/:id', 'desk.work', byId, ({ params, user }) =>
      readyLines.remove(user, params.id),
    ),
    route('get', '/desk/:id', 'desk.read', byId, ({ params, user }) => desk.open(user, params.id)),
    route('post', '/desk/:id/take', 'desk.work', byId, ({ params, user }) =>
      work.take(user, params.id),
    ),
    route('post', '/desk/:id/pass', 'desk.work', byId, ({ params, user }) =>
      assignment.pass(user.id, params.id),
    ),
    route('post', '/desk/:id/step-in', 'desk.work', byId, ({ params, user }) =>
      work.stepIn(user, params.id),
    ),
    route(
      'post',
      '/desk/:id/replies',
      'desk.work',
      { ...byId, body: replyInput },
      ({ params, body, user }) => work.reply(user, params.id, body),
    ),
    route(
      'post',
      '/desk/:id/files',
      'desk.work',
      { ...byId, query: fileQuery, before: [fileBody] },
      ({ params, query, user, req }) =>
        attachments.fromAgent(user, params.id, { ...query, bytes: bytesOf(req) }),
    ),
    route(
      'get',
      '/desk/:id/files/:file',
      'desk.read',
      { params: deskFilePath },
      ({ params, user, res }) => attachments.toAgent(user, params.id, params.file, res),
    ),
    route(
      'post',
      '/desk/:id/notes',
      'desk.work',
      { ...byId, body: noteInput },
      ({ params, body, user }) => work.note(user, params.id, body),
    ),
    route(
      'post',
      '/desk/:id/hand-back',
      'desk.work',
      { ...byId, body: handBackInput },
      ({ params, body, user }) => work.handBack(user, params.id, body.word),
    ),
    route(
      'post',
      '/desk/:id/move',
      'desk.work',
      { ...byId, body: moveInput },
      ({ params, body, user }) => work.move(user, params.id, body),
    ),
    route(
      'post',
      '/desk/:id/case',
      'desk.work',
      { ...byId, body: caseInput },
      ({ params, body, user }) => work.keepAsCase(user, params.id, body),
    ),
    route('post', '/desk/:id/take-over', 'desk.lead', byId, ({ params, user }) =>
      work.takeOver(user, params.id),
    ),
    route(
      'post',
      '/desk/:id/close',
      'desk.work',
      { ...byId, body: closeInput },
      ({ params, body, user }) => work.close(user, params.id, body),
    ),
    route('post', '/desk/:id/reopen', 'desk.work', byId, ({ params, user }) =>
      work.reopen(user, params.id),
    ),
    route(
      'post',
      '/desk/:id/teachings',
      'desk.work',
      { ...byId, body: teachingInput, status: 201 },
      ({ params, body, user }) => teachings.teach(user, params.id, body),
    ),
    route('get', '/desk/:id/teachings', 'desk.read', byId, async ({ params, user }) => {
      await desk.mustRead(user, params.id)
      return teachings.of(params.id)
    }),
    route('get', '/teachings', 'teaching.read', { query: teachingQuery }, ({ query, user }) =>
      teachings.list(user, query.state),
    ),
    route(
      'post',
      '/teachings/:id/accept',
      'teaching.decide',
      { ...byId, body: teachingAccept },
      ({ params, body, user }) => teachings.accept(user, params.id, body),
    ),
    route(
      'post',
      '/teachings/:id/decline',
      'teaching.decide',
      { ...byId, body: teachingDecline },
      ({ params, body, user }) => teachings.decline(user, params.id, body.reason),
    ),
    route(
      'post',
      '/desk/:id/block',
      'desk.work',
      { ...byId, body: blockInput },
      ({ params, body, user }) => work.block(user, params.id, body.reason),
    ),
  ]
}

import { blockInput, idPath, moveInput, queueInput, replyInput, type RoutingDraft, routingSave } from '@janua/contracts'
import type { Routing } from '@janua/core'
import type { HandoverTables } from './models.ts'
import { problem } from '../http/problems.ts'
import { type Route, route } from '../http/routing.ts'
import type { Draft } from '../releases/draft.ts'
import { summarise } from '../releases/summaries.ts'
import type { ContentTables } from '../library/models.ts'
import type { LivePointer } from '../releases/livePointer.ts'
import type { Desk } from './desk.ts'
import type { Queues } from './queues.ts'

interface Needs {
  queues: Queues
  desk: Desk
  draft: Draft
  live: LivePointer
  tables: HandoverTables & ContentTables
}

export function handoverRoutes({ queues, desk, ...routing }: Needs): Route[] {
  return [
    route('get', '/queues', 'queue.read', {}, () => queues.list()),
    route('post', '/queues', 'queue.write', { body: queueInput, status: 201 }, async ({ body, user }) => ({ id: await queues.save(user, null, body) })),
    route('put', '/queues/:id', 'queue.write', { params: idPath, body: queueInput }, async ({ params, body, user }) => ({ id: await queues.save(user, params.id, body) })),
    route('delete', '/queues/:id', 'queue.write', { params: idPath }, ({ params, user }) => queues.remove(user, params.id)),

    route('get', '/routing', 'routing.read', {}, () => readRouting(routing)),
    route('put', '/routing', 'routing.write', { body: routingSave }, async ({ body, user }) => {
      const { base, ready, rules, lastResort } = body
      await refuseUnknownQueues(routing.tables, { rules, lastResort })
      const { id } = await readRouting(routing)
      await routing.draft.save(user, id, 'routing', { content: { rules, lastResort }, summary: summarise('routing', body), base, ready })
      return readRouting(routing)
    }),

    route('get', '/desk', 'desk.read', {}, ({ user }) => desk.view(user)),
    route('get', '/desk/:id', 'desk.read', { params: idPath }, ({ params, user }) => desk.open(user, params.id)),
    route('post', '/desk/:id/take', 'desk.work', { params: idPath }, ({ params, user }) => desk.take(user, params.id)),
    route('post', '/desk/:id/replies', 'desk.work', { params: idPath, body: replyInput }, ({ params, body, user }) => desk.reply(user, params.id, body)),
    route('post', '/desk/:id/hand-back', 'desk.work', { params: idPath }, ({ params, user }) => desk.handBack(user, params.id)),
    route('post', '/desk/:id/move', 'desk.work', { params: idPath, body: moveInput }, ({ params, body, user }) => desk.moveTo(user, params.id, body.queue)),
    route('post', '/desk/:id/close', 'desk.work', { params: idPath }, ({ params, user }) => desk.close(user, params.id)),
    route('post', '/desk/:id/block', 'desk.work', { params: idPath, body: blockInput }, ({ params, body, user }) => desk.block(user, params.id, body.reason)),
  ]
}

async function readRouting({ draft, live, tables }: Pick<Needs, 'draft' | 'live' | 'tables'>): Promise<RoutingDraft> {
  const row = await tables.items.findOne({ where: { kind: 'routing' } })
  if (!row) throw problem('NOT_FOUND')
  const { item, revision, content } = await draft.read<Routing>(row.id, 'routing')
  const { state } = await live.standing(item, revision.id)
  return { ...content, id: item.id, revision: revision.id, state }
}

async function refuseUnknownQueues(tables: HandoverTables, { rules, lastResort }: Routing): Promise<void> {
  const known = new Set((await tables.queues.findAll()).map(({ id }) => id))
  const missing = [lastResort, ...rules.map((rule) => rule.queue)].find((id) => !known.has(id))
  if (missing !== undefined) throw problem('QUEUE_NOT_FOUND', missing)
}

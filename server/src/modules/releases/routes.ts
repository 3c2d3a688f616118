import type { MendView } from '@janua/contracts'
import { choiceInput, idPath, openInput, publishInput, readyInput } from '@janua/contracts/schemas'
import { type Route, route } from '../../platform/http/routing.ts'
import { changeText } from './differences.ts'
import type { Draft } from './draft.ts'
import type { LivePointer } from './livePointer.ts'
import type { Prover } from './reasons.ts'
import type { Schedule } from './schedule.ts'
import type { Releases } from './service.ts'
import { summarise } from './summaries.ts'
import type { ReleaseTables } from './tables.ts'

interface Needs {
  releases: Releases
  schedule: Schedule
  proofs: Prover
  draft: Draft
  live: LivePointer
  tables: ReleaseTables
  proveMends: () => Promise<MendView[]>
}

export function releaseRoutes({
  releases,
  schedule,
  proofs,
  draft,
  live,
  tables,
  proveMends,
}: Needs): Route[] {
  const byId = { params: idPath }
  return [
    route('get', '/releases', 'release.read', {}, () => releases.list()),
    route('get', '/releases/state', 'release.read', {}, () => releases.state()),
    route('get', '/releases/open', 'release.read', {}, () => releases.beside()),
    route('get', '/releases/:id/differences', 'release.read', byId, ({ params }) =>
      releases.differences(params.id),
    ),
    route(
      'post',
      '/releases',
      'release.publish',
      { body: publishInput, status: 201 },
      async ({ body, user }) => {
        if (body.at !== null)
          return { number: null, scheduled: await schedule.add(user, body), proofs: [] }
        const { number } = await releases.publish(user, body.items, body.note, body)
        return { number, scheduled: null, proofs: await proveMends() }
      },
    ),
    route('post', '/releases/:id/live', 'release.publish', byId, async ({ params, user }) => {
      await releases.rollBack(user, params.id)
      return { number: params.id, proofs: await proveMends() }
    }),
    route(
      'post',
      '/releases/:id/open',
      'release.publish',
      { ...byId, body: openInput },
      async ({ params, body, user }) => {
        await releases.open(user, params.id, body.audience, body.share)
        return { number: params.id, proofs: await proveMends() }
      },
    ),
    route('delete', '/releases/:id/open', 'release.publish', byId, ({ params, user }) =>
      releases.withdraw(user, params.id),
    ),
    route('get', '/scheduled', 'release.read', {}, () => schedule.list()),
    route('delete', '/scheduled/:id', 'release.publish', byId, ({ params, user }) =>
      schedule.withdraw(user, params.id),
    ),

    route('get', '/draft', 'change.read', {}, () => draft.changes()),
    route('get', '/draft/:id/text', 'change.read', byId, ({ params }) =>
      changeText(params.id, { tables, draft, live }),
    ),
    route('post', '/draft/proof', 'change.read', { body: choiceInput }, ({ body }) =>
      proofs.of(body.items, true),
    ),
    route(
      'put',
      '/draft/:id/ready',
      'change.ready',
      { ...byId, body: readyInput },
      ({ params, body, user }) => draft.setReady(user, params.id, body.ready),
    ),
    route('post', '/draft/ready', 'change.ready', {}, async ({ user }) => ({
      marked: await draft.markAllReady(user),
    })),
    route('delete', '/draft/:id', 'change.discard', byId, ({ params, user }) =>
      draft.discard(user, params.id, summarise),
    ),
  ]
}

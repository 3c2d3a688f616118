import type { FixView } from '@janua/contracts'
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

interface Dependencies {
  releases: Releases
  schedule: Schedule
  proofs: Prover
  draft: Draft
  live: LivePointer
  tables: ReleaseTables
  proveFixes: () => Promise<FixView[]>
}

export function releaseRoutes({
  releases,
  schedule,
  proofs,
  draft,
  live,
  tables,
  proveFixes,
}: Dependencies): Route[] {
  const byId = { params: idPath }
  return [
    route('GET /releases', {}, () => releases.list()),
    route('GET /releases/state', {}, () => releases.state()),
    route('GET /releases/open', {}, () => releases.beside()),
    route('GET /releases/:id/differences', byId, ({ params }) => releases.differences(params.id)),
    route('POST /releases', { body: publishInput }, async ({ body, user }) => {
      if (body.at !== null)
        return { number: null, scheduled: await schedule.add(user, body), proofs: [] }
      const { number } = await releases.publish(user, body.items, body.note, body)
      return { number, scheduled: null, proofs: await proveFixes() }
    }),
    route('POST /releases/:id/live', byId, async ({ params, user }) => {
      await releases.rollBack(user, params.id)
      return { number: params.id, proofs: await proveFixes() }
    }),
    route(
      'POST /releases/:id/open',
      { ...byId, body: openInput },
      async ({ params, body, user }) => {
        await releases.open(user, params.id, body.audience, body.share)
        return { number: params.id, proofs: await proveFixes() }
      },
    ),
    route('DELETE /releases/:id/open', byId, ({ params, user }) =>
      releases.withdraw(user, params.id),
    ),
    route('GET /scheduled', {}, () => schedule.list()),
    route('DELETE /scheduled/:id', byId, ({ params, user }) => schedule.withdraw(user, params.id)),

    route('GET /draft', {}, () => draft.changes()),
    route('GET /draft/:id/text', byId, ({ params }) =>
      changeText(params.id, { tables, draft, live }),
    ),
    route('POST /draft/proof', { body: choiceInput }, ({ body }) => proofs.of(body.items, true)),
    route('PUT /draft/:id/ready', { ...byId, body: readyInput }, ({ params, body, user }) =>
      draft.setReady(user, params.id, body.ready),
    ),
    route('POST /draft/ready', {}, async ({ user }) => ({
      marked: await draft.markAllReady(user),
    })),
    route('DELETE /draft/:id', byId, ({ params, user }) =>
      draft.discard(user, params.id, summarise),
    ),
  ]
}

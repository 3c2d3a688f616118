import { idPath, publishInput, readyInput, rehearsalInput } from '@janua/contracts'
import { answerQuestion, maskPrivate } from '@janua/core'
import type { Clock } from '../clock.ts'
import { settingsAt } from '../conversations/respond.ts'
import type { EngineHost } from '../answering/engineHost.ts'
import type { Mends } from '../coverage/mends.ts'
import { problem } from '../http/problems.ts'
import { type Route, route } from '../http/routing.ts'
import type { Draft } from './draft.ts'
import type { Releases } from './service.ts'
import { summarise } from './summaries.ts'

export function releaseRoutes(releases: Releases, draft: Draft, engine: EngineHost, mends: Mends, clock: Clock): Route[] {
  return [
    route('get', '/releases', 'release.read', {}, () => releases.list()),
    route('get', '/releases/state', 'release.read', {}, () => releases.state()),
    route('get', '/releases/:id/differences', 'release.read', { params: idPath }, ({ params }) => releases.differences(params.id)),
    route('post', '/releases', 'release.publish', { body: publishInput, status: 201 }, async ({ body, user }) => {
      const { number } = await releases.publish(user, body.items, body.note)
      return { number, proofs: await mends.prove() }
    }),
    route('post', '/releases/:id/live', 'release.publish', { params: idPath }, async ({ params, user }) => {
      await releases.rollBack(user, params.id)
      return { number: params.id, proofs: await mends.prove() }
    }),
    route('get', '/draft', 'change.read', {}, () => draft.changes()),
    route('put', '/draft/:id/ready', 'change.ready', { params: idPath, body: readyInput }, ({ params, body, user }) => draft.setReady(user, params.id, body.ready)),
    route('delete', '/draft/:id', 'change.discard', { params: idPath }, ({ params, user }) => draft.discard(user, params.id, summarise)),
    route('post', '/rehearsal', 'rehearsal.ask', { body: rehearsalInput }, async ({ body }) => {
      const compiled = body.release === null ? await engine.draft() : await engine.release(body.release)
      const door = compiled.doors.find(({ id }) => id === body.door)
      if (!door) throw problem('DOOR_NOT_FOUND', String(body.door))
      return answerQuestion(compiled.index, maskPrivate(body.question), settingsAt(compiled, door, clock.now()))
    }),
  ]
}

import type {
  Audience,
  ChangeText,
  DraftChange,
  ItemKind,
  FixView,
  OpenRelease,
  Proof,
  PublishInput,
  ReleaseRow,
  ReleaseState,
  ScheduledRelease,
} from '../index.ts'
import { route } from './route.ts'

export const releasesRoutes = {
  'GET /releases': route<{ output: ReleaseRow[] }>('release.read'),
  'GET /releases/state': route<{ output: ReleaseState }>('release.read'),
  'GET /releases/open': route<{ output: OpenRelease | null }>('release.read'),
  'GET /releases/:id/differences': route<{
    params: { id: number }
    output: { kind: ItemKind; title: string; type: 'added' | 'edited' | 'removed' }[]
  }>('release.read'),
  'POST /releases': route<{
    body: PublishInput
    output:
      | { number: null; scheduled: number; proofs: never[] }
      | { number: number; scheduled: null; proofs: FixView[] }
  }>('release.publish', { status: 201 }),
  'POST /releases/:id/live': route<{
    params: { id: number }
    output: { number: number; proofs: FixView[] }
  }>('release.publish'),
  'POST /releases/:id/open': route<{
    params: { id: number }
    body: { audience: Audience; share: number }
    sent: { audience: Audience; share?: number }
    output: { number: number; proofs: FixView[] }
  }>('release.publish'),
  'DELETE /releases/:id/open': route<{ params: { id: number } }>('release.publish'),
  'GET /scheduled': route<{ output: ScheduledRelease[] }>('release.read'),
  'DELETE /scheduled/:id': route<{ params: { id: number } }>('release.publish'),
  'GET /draft': route<{ output: DraftChange[] }>('change.read'),
  'GET /draft/:id/text': route<{ params: { id: number }; output: ChangeText }>('change.read'),
  'POST /draft/proof': route<{ body: { items: number[] | null }; output: Proof }>('change.read'),
  'PUT /draft/:id/ready': route<{ params: { id: number }; body: { ready: boolean } }>(
    'change.ready',
  ),
  'POST /draft/ready': route<{ output: { marked: number } }>('change.ready'),
  'DELETE /draft/:id': route<{ params: { id: number } }>('change.discard'),
}

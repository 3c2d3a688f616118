import type { RetentionSettings, VisitorExport } from '../index.ts'
import { route } from './route.ts'

export const conversationsRoutes = {
  'GET /retention': route<{ output: RetentionSettings }>('system.read'),
  'PUT /retention': route<{ body: RetentionSettings }>('system.change'),
  'GET /visitors/:id/export': route<{ params: { id: number }; output: VisitorExport }>(
    'visitor.manage',
  ),
  'DELETE /visitors/:id': route<{
    params: { id: number }
    output: { items: number[]; checks: number }
  }>('visitor.manage'),
  'PUT /visitors/:id/hold': route<{ params: { id: number }; body: { because: string | null } }>(
    'visitor.manage',
  ),
}

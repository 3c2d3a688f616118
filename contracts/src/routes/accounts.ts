import type {
  AuditEntry,
  LinkInfo,
  OwnAccount,
  Paged,
  Person,
  Role,
  SecondFactorStart,
  SecuritySettings,
  SessionInfo,
} from '../index.ts'
import { route } from './route.ts'

export const accountsRoutes = {
  'GET /session': route<{ output: SessionInfo }>('session.read'),
  'POST /session': route<{
    body: { mail: string; password: string; code?: string }
    output: SessionInfo
  }>('session.start'),
  'DELETE /session': route('session.end'),
  'GET /links/:token': route<{ params: { token: string }; output: LinkInfo }>('link.read'),
  'POST /links': route<{
    body: { token: string; password: string; name?: string; mail?: string }
    output: SessionInfo
  }>('link.use'),
  'GET /account': route<{ output: OwnAccount }>('account.own'),
  'PUT /account/language': route<{ body: { language: string } }>('account.own'),
  'PUT /account/password': route<{ body: { current: string; password: string } }>('account.own'),
  'POST /account/second-factor': route<{ output: SecondFactorStart }>('account.own'),
  'PUT /account/second-factor': route<{ body: { code: string }; output: { codes: string[] } }>(
    'account.own',
  ),
  'DELETE /account/second-factor': route<{ body: { password: string } }>('account.own'),
  'DELETE /account/sessions': route('account.own'),
  'DELETE /account/sessions/:id': route<{ params: { id: string } }>('account.own'),
  'GET /security': route<{ output: SecuritySettings }>('team.read'),
  'PUT /security': route<{ body: SecuritySettings }>('team.change'),
  'GET /team': route<{ output: Person[] }>('team.read'),
  'POST /team': route<{
    body: { name: string; mail: string; role: Role }
    output: { token: string }
  }>('team.change', { status: 201 }),
  'PATCH /team/:id': route<{
    params: { id: number }
    body: { role?: Role; active?: boolean; name?: string }
  }>('team.change'),
  'GET /team/:id/in-hand': route<{
    params: { id: number }
    output: { conversations: number; cases: number }
  }>('team.read'),
  'POST /team/:id/link': route<{ params: { id: number }; output: { token: string } }>(
    'team.change',
  ),
  'DELETE /team/:id/sessions': route<{ params: { id: number }; output: { ended: number } }>(
    'team.change',
  ),
  'GET /audit': route<{
    query: { search: string; offset: number; limit: number }
    output: Paged<AuditEntry>
  }>('audit.read'),
}

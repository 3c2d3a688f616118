import type {
  AgentSkills,
  AlertSettings,
  CaseInput,
  CloseInput,
  Desk,
  DeskConversation,
  DeskRow,
  HandoverRow,
  Passage,
  Presence,
  Queue,
  QueueFigures,
  QueueInput,
  SavedReply,
  RoutingDraft,
  RoutingProof,
  Proposal,
  ProposalInput,
  ProposalState,
} from '../index.ts'
import type { Routing } from '@janua/core'
import { route } from './route.ts'

export const handoverRoutes = {
  'GET /queues': route<{ output: Queue[] }>('queue.read'),
  'GET /queues/figures': route<{ query: { days: number }; output: QueueFigures }>('queue.read'),
  'POST /queues': route<{ body: QueueInput; output: { id: number } }>('queue.write', {
    status: 201,
  }),
  'PUT /queues/:id': route<{ params: { id: number }; body: QueueInput; output: { id: number } }>(
    'queue.write',
  ),
  'DELETE /queues/:id': route<{ params: { id: number } }>('queue.write'),
  'POST /calendars': route<{
    body: { text: string }
    output: { days: { day: string; name: string; yearly: boolean }[]; skipped: number }
  }>('queue.write'),
  'GET /queues/:id/calendar.ics': route<{ params: { id: number } }>('queue.read', { isFile: true }),
  'PUT /presence': route<{ body: { presence: Presence } }>('presence.change'),
  'GET /alerts': route<{ output: AlertSettings }>('presence.change'),
  'PUT /alerts': route<{ body: AlertSettings }>('presence.change'),
  'GET /people/:id/skills': route<{ params: { id: number }; output: AgentSkills }>('queue.read'),
  'PUT /people/:id/skills': route<{ params: { id: number }; body: AgentSkills }>('queue.write'),
  'GET /desk': route<{ output: Desk }>('desk.read'),
  'GET /desk/search': route<{ query: { words: string }; output: DeskRow[] }>('desk.read'),
  'GET /desk/passages': route<{ query: { words: string }; output: Passage[] }>('desk.read'),
  'GET /desk/saved-replies': route<{ output: SavedReply[] }>('desk.read'),
  'POST /desk/saved-replies': route<{
    body: { name: string; text: string; own: boolean }
    output: { id: number }
  }>('desk.work', { status: 201 }),
  'PUT /desk/saved-replies/:id': route<{
    params: { id: number }
    body: { name: string; text: string; own: boolean }
    output: { id: number }
  }>('desk.work'),
  'DELETE /desk/saved-replies/:id': route<{ params: { id: number } }>('desk.work'),
  'GET /desk/:id': route<{ params: { id: number }; output: DeskConversation }>('desk.read'),
  'POST /desk/:id/take': route<{ params: { id: number } }>('desk.work'),
  'POST /desk/:id/pass': route<{ params: { id: number } }>('desk.work'),
  'POST /desk/:id/step-in': route<{ params: { id: number } }>('desk.work'),
  'POST /desk/:id/replies': route<{
    params: { id: number }
    body: { clientId: string; text: string; asTeam: boolean }
  }>('desk.work'),
  'POST /desk/:id/files': route<{
    params: { id: number }
    query: { name: string; clientId: string }
  }>('desk.work', { takesFile: true }),
  'GET /desk/:id/files/:file': route<{ params: { id: number; file: number } }>('desk.read', {
    isFile: true,
  }),
  'POST /desk/:id/notes': route<{
    params: { id: number }
    body: { text: string; ask: number | null }
  }>('desk.work'),
  'POST /desk/:id/hand-back': route<{ params: { id: number }; body: { word: string } }>(
    'desk.work',
  ),
  'POST /desk/:id/move': route<{
    params: { id: number }
    body: { queue?: number; agent?: number; reason: string }
  }>('desk.work'),
  'POST /desk/:id/case': route<{ params: { id: number }; body: CaseInput }>('desk.work'),
  'POST /desk/:id/take-over': route<{ params: { id: number } }>('desk.lead'),
  'POST /desk/:id/close': route<{ params: { id: number }; body: CloseInput }>('desk.work'),
  'POST /desk/:id/reopen': route<{ params: { id: number } }>('desk.work'),
  'POST /desk/:id/proposals': route<{
    params: { id: number }
    body: ProposalInput
    output: { id: number }
  }>('desk.work', { status: 201 }),
  'GET /desk/:id/proposals': route<{ params: { id: number }; output: Proposal[] }>('desk.read'),
  'GET /proposals': route<{ query: { state: ProposalState }; output: Proposal[] }>('proposal.read'),
  'POST /proposals/:id/accept': route<{
    params: { id: number }
    body: { question: string; words: string; title: string; collection: string }
    output: { item: number }
  }>('proposal.decide'),
  'POST /proposals/:id/decline': route<{ params: { id: number }; body: { reason: string } }>(
    'proposal.decide',
  ),
  'POST /desk/:id/block': route<{ params: { id: number }; body: { reason: string } }>('desk.work'),
  'GET /routing': route<{ output: RoutingDraft }>('routing.read'),
  'PUT /routing': route<{ body: Routing & { base: number; ready: boolean }; output: RoutingDraft }>(
    'routing.write',
  ),
  'POST /routing/proof': route<{ body: Routing; output: RoutingProof }>('routing.read'),
  'POST /routing/handovers': route<{ body: { ids: number[] }; output: HandoverRow[] }>(
    'routing.read',
  ),
}

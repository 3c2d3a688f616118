import type {
  CheckImport,
  CheckInput,
  CheckList,
  RehearsalInput,
  Rehearsed,
  ReplayInput,
  ReplayQuestions,
  ReplayQuestionsQuery,
  ReplayView,
  ThresholdView,
  ToReview,
} from '../index.ts'
import { route } from './route.ts'

export const verificationRoutes = {
  'POST /rehearsal': route<{ body: RehearsalInput; output: Rehearsed }>('rehearsal.ask'),
  'GET /checks': route<{ output: CheckList }>('check.read'),
  'POST /checks': route<{ body: CheckInput; output: { id: number } }>('check.write', {
    status: 201,
  }),
  'POST /checks/reviewed': route<{ output: { added: number } }>('check.write', { status: 201 }),
  'POST /checks/file': route<{ body: { name: string; csv: string }; output: CheckImport }>(
    'check.write',
  ),
  'POST /checks/run': route<{ output: { passed: number; failed: number } }>('check.write'),
  'GET /checks/file.csv': route('check.read', { isFile: true }),
  'GET /checks/topics.txt': route('check.read', { isFile: true }),
  'GET /checks/qrels.txt': route('check.read', { isFile: true }),
  'PUT /checks/:id': route<{ params: { id: number }; body: CheckInput }>('check.write'),
  'DELETE /checks/:id': route<{ params: { id: number } }>('check.write'),
  'GET /replays': route<{ output: ReplayView[] }>('replay.read'),
  'POST /replays': route<{ body: ReplayInput; output: { id: number } }>('replay.run', {
    status: 201,
  }),
  'GET /replays/:id': route<{ params: { id: number }; output: ReplayView }>('replay.read'),
  'GET /replays/:id/questions': route<{
    params: { id: number }
    query: ReplayQuestionsQuery
    output: ReplayQuestions
  }>('replay.read'),
  'POST /replays/:id/cancel': route<{ params: { id: number } }>('replay.run'),
  'POST /replays/:id/resume': route<{ params: { id: number } }>('replay.run'),
  'PUT /replays/:id/questions/:result': route<{
    params: { id: number; result: number }
    body: { accepted: boolean }
  }>('replay.run'),
  'GET /threshold': route<{ output: ThresholdView }>('threshold.read'),
  'GET /threshold/to-review': route<{ query: { threshold: number }; output: ToReview[] }>(
    'threshold.read',
  ),
  'PUT /threshold': route<{ body: { door: number; collection: string | null; threshold: number } }>(
    'threshold.set',
  ),
}

import type {
  AuditSample,
  LogCount,
  LogDetail,
  LogFilter,
  LogImportView,
  LogPage,
  LogQuery,
  ReportingSettings,
  Verdict,
  VerdictInput,
  WhyView,
} from '../index.ts'
import { route } from './route.ts'

export const questionsRoutes = {
  'GET /log': route<{ query: LogQuery; output: LogPage }>('log.read'),
  'GET /log/count': route<{ query: LogFilter; output: LogCount }>('log.read'),
  'GET /log/file': route<{ query: LogFilter & { format: 'csv' | 'jsonl' } }>('log.export', {
    isFile: true,
  }),
  'GET /log/imports': route<{ output: LogImportView[] }>('log.read'),
  'POST /log/imports': route<{ output: LogImportView }>('log.import', {
    status: 201,
    takesFiles: true,
  }),
  'DELETE /log/imports/:id': route<{ params: { id: number } }>('log.import'),
  'GET /log/:id': route<{ params: { id: number }; output: LogDetail }>('log.read'),
  'POST /log/:id/reviews': route<{
    params: { id: number }
    body: { verdict: Verdict }
    output: { review: number }
  }>('log.review', { status: 201 }),
  'DELETE /log/:id/reviews/:review': route<{ params: { id: number; review: number } }>(
    'log.review',
  ),
  'GET /audit-sample': route<{ output: AuditSample }>('threshold.read'),
  'GET /questions/:id/why': route<{ params: { id: number }; output: WhyView }>('answer.explain'),
  'POST /desk/:id/reviews': route<{
    params: { id: number }
    body: { message: number; verdict: Verdict }
  }>('answer.review'),
  'POST /desk/:id/phrasings': route<{
    params: { id: number }
    body: { item: number; phrasing: string }
  }>('phrasing.propose'),
  'POST /verdicts': route<{
    body: VerdictInput
    sent: Pick<VerdictInput, 'text' | 'verdict' | 'origin'> & Partial<VerdictInput>
  }>('answer.verdict'),
  'GET /reporting': route<{ output: ReportingSettings }>('coverage.read'),
  'PUT /reporting': route<{ body: ReportingSettings }>('coverage.set'),
}

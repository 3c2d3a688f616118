import type {
  Article,
  ArticleCreate,
  ArticlePage,
  ArticleQuery,
  ArticleSave,
  Document,
  DocumentSave,
  Entry,
  FindingKind,
  GlossaryContent,
  Health,
  ImportView,
  Insights,
  MarksInput,
  ReachMark,
  RevisionRow,
  RevisionView,
  SheetMapping,
  SheetTrial,
  Site,
  SiteInput,
  SiteLook,
  Suggestion,
} from '../index.ts'
import type { SmallTalk } from '@janua/core'
import { route } from './route.ts'

export const libraryRoutes = {
  'GET /health': route<{ output: Health }>('article.write'),
  'POST /health/keep': route<{ body: { kind: FindingKind; key: string } }>('article.write'),
  'POST /health/reviewed/:id': route<{ params: { id: number }; body: { months: number } }>(
    'article.write',
  ),
  'POST /health/links': route('article.write'),
  'POST /health/links/fix': route<{ body: { item: number; address: string; to: string | null } }>(
    'article.write',
  ),
  'GET /articles': route<{ query: ArticleQuery; output: ArticlePage }>('article.read'),
  'POST /articles': route<{ body: ArticleCreate; output: Article }>('article.write', {
    status: 201,
  }),
  'GET /articles/:id': route<{ params: { id: number }; output: Article }>('article.read'),
  'PUT /articles/:id': route<{ params: { id: number }; body: ArticleSave; output: Article }>(
    'article.write',
  ),
  'DELETE /articles/:id': route<{ params: { id: number } }>('article.write'),
  'POST /articles/:id/phrasings': route<{
    params: { id: number }
    body: { phrasing: string; ready: boolean }
    output: { id: number; title: string }
  }>('article.write'),
  'GET /articles/:id/insights': route<{ params: { id: number }; output: Insights }>('article.read'),
  'POST /articles/:id/marks': route<{
    params: { id: number }
    body: MarksInput
    output: ReachMark[]
  }>('article.write'),
  'GET /articles/:id/ways': route<{ params: { id: number }; output: Suggestion[] }>(
    'article.write',
  ),
  'POST /articles/:id/ways/refused': route<{ params: { id: number }; body: { text: string } }>(
    'article.write',
  ),
  'GET /articles/:id/revisions': route<{ params: { id: number }; output: RevisionRow[] }>(
    'article.read',
  ),
  'GET /articles/:id/revisions/:revision': route<{
    params: { id: number; revision: number }
    output: RevisionView
  }>('article.read'),
  'POST /articles/:id/restore': route<{
    params: { id: number }
    body: { revision: number; base: number }
  }>('article.write'),
  'GET /documents/:id': route<{ params: { id: number }; output: Document }>('article.read'),
  'PUT /documents/:id': route<{ params: { id: number }; body: DocumentSave; output: Document }>(
    'article.write',
  ),
  'GET /glossary': route<{ output: Entry<GlossaryContent>[] }>('article.read'),
  'POST /glossary': route<{
    body: GlossaryContent & { ready: boolean }
    output: Entry<GlossaryContent>
  }>('article.write', { status: 201 }),
  'PUT /glossary/:id': route<{
    params: { id: number }
    body: GlossaryContent & { base: number; ready: boolean }
    output: Entry<GlossaryContent>
  }>('article.write'),
  'DELETE /glossary/:id': route<{ params: { id: number } }>('article.write'),
  'GET /small-talk': route<{ output: Entry<SmallTalk>[] }>('article.read'),
  'POST /small-talk': route<{ body: SmallTalk & { ready: boolean }; output: Entry<SmallTalk> }>(
    'article.write',
    { status: 201 },
  ),
  'PUT /small-talk/:id': route<{
    params: { id: number }
    body: SmallTalk & { base: number; ready: boolean }
    output: Entry<SmallTalk>
  }>('article.write'),
  'DELETE /small-talk/:id': route<{ params: { id: number } }>('article.write'),
  'GET /imports': route<{ output: ImportView[] }>('article.write'),
  'POST /imports': route<{ output: ImportView }>('article.write', {
    status: 201,
    takesFiles: true,
  }),
  'GET /imports/:id': route<{ params: { id: number }; output: ImportView }>('article.write'),
  'DELETE /imports/:id': route<{ params: { id: number }; output: ImportView }>('article.write'),
  'POST /imports/:id/trial': route<{
    params: { id: number }
    body: { file: string; sheet: string; mapping: SheetMapping }
    output: SheetTrial
  }>('article.write'),
  'POST /imports/:id/sheets': route<{
    params: { id: number }
    body: { file: string; sheet: string; mapping: SheetMapping | null }
    output: ImportView
  }>('article.write'),
  'GET /export': route('library.export', { isFile: true }),
  'POST /pictures': route<{ output: { address: string } }>('article.write', {
    status: 201,
    takesFiles: true,
  }),
  'GET /sites': route<{ output: Site[] }>('article.write'),
  'POST /sites': route<{ body: SiteInput; output: Site }>('article.write', { status: 201 }),
  'GET /sites/look': route<{ query: { address: string }; output: SiteLook }>('article.write'),
  'GET /sites/hosts': route<{ output: { hosts: string[] } }>('article.write'),
  'PUT /sites/hosts': route<{ body: { hosts: string[] }; output: { hosts: string[] } }>(
    'hosts.write',
  ),
  'GET /sites/:id': route<{ params: { id: number }; output: Site }>('article.write'),
  'PUT /sites/:id': route<{ params: { id: number }; body: SiteInput; output: Site }>(
    'article.write',
  ),
  'DELETE /sites/:id': route<{ params: { id: number } }>('article.write'),
  'POST /sites/:id/read': route<{ params: { id: number }; output: Site }>('article.write'),
  'POST /sites/:id/stop': route<{ params: { id: number }; output: Site }>('article.write'),
  'POST /sites/:id/take-over': route<{
    params: { id: number }
    body: { addresses: string[] }
    output: Site
  }>('article.write'),
  'POST /sites/:id/drop': route<{ params: { id: number }; output: Site }>('article.write'),
}

import type {
  DoorTexts,
  DraftProposal,
  EncoderView,
  ModelCalls,
  ModelConnectionInput,
  ModelTest,
  ModelUse,
  ModelsView,
  TrialView,
  UseSettings,
} from '../index.ts'
import { route } from './route.ts'

export const modelsRoutes = {
  'GET /models': route<{ output: ModelsView }>('model.read'),
  'GET /models/on': route<{ output: ModelUse[] }>('model.ask'),
  'GET /models/calls': route<{
    query: { offset: number; limit: number; use?: ModelUse }
    output: ModelCalls
  }>('model.read'),
  'PUT /models/connection': route<{ body: ModelConnectionInput }>('model.set'),
  'DELETE /models/connection': route('model.set'),
  'POST /models/test': route<{ body: ModelConnectionInput; output: ModelTest }>('model.set'),
  'PUT /models/stopped': route<{ body: { stopped: boolean } }>('model.set'),
  'PUT /models/uses/:use': route<{ params: { use: ModelUse }; body: UseSettings }>('model.set'),
  'GET /models/trial': route<{ output: TrialView }>('model.read'),
  'POST /models/trial': route('model.set'),
  'GET /models/encoder': route<{ output: EncoderView }>('model.read'),
  'POST /models/encoder/trial': route('model.set'),
  'POST /models/encoder/look': route('model.set'),
  'POST /models/encoder/learn': route('model.set'),
  'PUT /models/encoder/paused': route<{ body: { paused: boolean } }>('model.set'),
  'PUT /models/encoder/draft': route('model.set'),
  'DELETE /models/encoder/draft': route('model.set'),
  'POST /articles/:id/proposed-phrasings': route<{
    params: { id: number }
    body: { count: number }
    output: { phrasings: string[] }
  }>('article.write'),
  'POST /gaps/:id/proposed-article': route<{ params: { id: number }; output: DraftProposal }>(
    'gap.work',
  ),
  'POST /doors/:id/proposed-texts': route<{
    params: { id: number }
    body: { brief: string; language: 'en' | 'de' }
    output: { texts: DoorTexts }
  }>('door.write'),
  'POST /desk/:id/summary': route<{ params: { id: number }; output: { summary: string } }>(
    'desk.work',
  ),
}

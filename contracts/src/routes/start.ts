import type { DoorLanguage, StartStep, StartTeam, StartView } from '../index.ts'
import { route } from './route.ts'

export const startRoutes = {
  'GET /start': route<{ output: StartView }>('start.read'),
  'PUT /start': route<{ body: { hidden: boolean } }>('start.change'),
  'PUT /start/steps/:step': route<{ params: { step: StartStep }; body: { skipped: boolean } }>(
    'start.change',
  ),
  'PUT /start/team': route<{ body: StartTeam; output: StartView }>('start.change'),
  'POST /start/examples': route<{ body: { language: DoorLanguage }; output: { added: number } }>(
    'start.change',
    { status: 201 },
  ),
  'POST /start/asked': route('start.read'),
}

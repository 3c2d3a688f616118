import type { GuidePage } from '../guide.ts'
import { route } from './route.ts'

export const guideRoutes = {
  'GET /guide': route<{ output: GuidePage[] }>('guide.read'),
}

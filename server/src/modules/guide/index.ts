import { readerLanguage } from '../../platform/http/readerLanguage.ts'
import { route } from '../../platform/http/routing.ts'
import { guideIn } from './guide.ts'

/** The guide to Janua (`docs/guide`), for whoever is signed in, in the language that they read. */
export function createGuide() {
  return {
    routes: [route('GET /guide', {}, ({ req }) => guideIn(readerLanguage(req)))],
  }
}

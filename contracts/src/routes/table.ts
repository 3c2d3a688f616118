import { accountsRoutes } from './accounts.ts'
import { conversationsRoutes } from './conversations.ts'
import { coverageRoutes } from './coverage.ts'
import { doorsRoutes } from './doors.ts'
import { guideRoutes } from './guide.ts'
import { handoverRoutes } from './handover.ts'
import { libraryRoutes } from './library.ts'
import { mailRoutes } from './mail.ts'
import { modelsRoutes } from './models.ts'
import { questionsRoutes } from './questions.ts'
import { releasesRoutes } from './releases.ts'
import type { RouteOf, Shape } from './route.ts'
import { startRoutes } from './start.ts'
import { systemRoutes } from './system.ts'
import { verificationRoutes } from './verification.ts'

/** Every route of the API, by method and path. The server's router, the pages' client, the access test and the OpenAPI document follow it. */
export const ROUTES = {
  ...systemRoutes,
  ...startRoutes,
  ...guideRoutes,
  ...accountsRoutes,
  ...libraryRoutes,
  ...releasesRoutes,
  ...questionsRoutes,
  ...conversationsRoutes,
  ...doorsRoutes,
  ...handoverRoutes,
  ...verificationRoutes,
  ...coverageRoutes,
  ...modelsRoutes,
  ...mailRoutes,
}

export type Routes = typeof ROUTES
export type RouteName = keyof Routes
export type ShapeOf<Name extends RouteName> = Routes[Name] extends RouteOf<infer S> ? S : Shape
type Part<Name extends RouteName, Of extends keyof Shape, Else> =
  ShapeOf<Name> extends { [K in Of]: infer T } ? T : Else
export type ParamsOf<Name extends RouteName> = Part<Name, 'params', unknown>
export type QueryOf<Name extends RouteName> = Part<Name, 'query', unknown>
export type BodyOf<Name extends RouteName> = Part<Name, 'body', unknown>
export type SentOf<Name extends RouteName> = Part<Name, 'sent', BodyOf<Name>>
export type OutputOf<Name extends RouteName> = Part<Name, 'output', void>

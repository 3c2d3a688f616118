export { type Action, ACTIONS, mayDo } from './actions.ts'
export type { BodyFor, Known, OutputFor, QueryFor } from './client.ts'
export type { RouteOf } from './route.ts'
export {
  type Routes,
  type RouteName,
  type ShapeOf,
  type ParamsOf,
  type QueryOf,
  type BodyOf,
  type SentOf,
  type OutputOf,
  ROUTES,
} from './table.ts'

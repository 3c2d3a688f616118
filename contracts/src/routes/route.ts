import type { Action } from './actions.ts'

/** What travels by a route. What is not named does not travel. */
export interface Shape {
  params?: object
  query?: object
  body?: unknown
  /** What pages send, where some of the body has a usual value. */
  sent?: unknown
  output?: unknown
}

export interface RouteOf<S extends Shape = Shape> {
  /** Who may: a row of the table of actions. */
  action: Action
  /** Of a good answer with a body; 200 when not given. */
  status?: 201
  /** It answers with a file. */
  isFile?: true
  /** Files come as a form, or one file as the body. */
  takesFiles?: true
  takesFile?: true
  /** For types alone: nothing is ever kept in it. */
  readonly shape?: S
}

export function route<S extends Shape = object>(
  action: Action,
  more: Omit<RouteOf, 'action' | 'shape'> = {},
): RouteOf<S> {
  return { action, ...more }
}

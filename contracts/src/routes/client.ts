import type { OutputOf, QueryOf, RouteName, Routes, SentOf } from './table.ts'

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
type Segments<Path extends string> = Path extends `${infer Head}/${infer Rest}`
  ? [Head, ...Segments<Rest>]
  : [Path]

/** Whether a path fits the segments of a route, of which those that begin with a colon stand for anything. */
type Fits<Path extends readonly string[], Route extends readonly string[]> = Path extends [
  infer A extends string,
  ...infer Rest extends string[],
]
  ? Route extends [infer B extends string, ...infer Others extends string[]]
    ? B extends `:${string}`
      ? Fits<Rest, Others>
      : A extends B
        ? Fits<Rest, Others>
        : false
    : false
  : Route extends []
    ? true
    : false

type Found<Of extends Method, Path extends string> = {
  [Name in RouteName]: Name extends `${Of} ${infer Pattern}`
    ? Fits<Segments<Path>, Segments<Pattern>> extends true
      ? Name
      : never
    : never
}[RouteName]

/** The name of the route that a path leads to; one that is written out goes before one with a place for anything. */
type Name<Of extends Method, Path extends string> = Path extends unknown
  ? `${Of} ${Path}` extends keyof Routes
    ? `${Of} ${Path}`
    : Found<Of, Path>
  : never

/** The path itself where a route has it; else nothing fits. */
export type Known<Of extends Method, Path extends string> = [Name<Of, Path>] extends [never]
  ? never
  : Path
/** Of a query, whatever has a usual value may be left out, and null is as good as nothing. */
export type QueryFor<Of extends Method, Path extends string> = {
  [Field in keyof QueryOf<Name<Of, Path>>]?: QueryOf<Name<Of, Path>>[Field] | null
}
export type BodyFor<Of extends Method, Path extends string> = SentOf<Name<Of, Path>>
export type OutputFor<Of extends Method, Path extends string> = OutputOf<Name<Of, Path>>

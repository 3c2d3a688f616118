import type { SignedIn } from '@janua/contracts'
import type { NextFunction, Request, RequestHandler, Response, Router } from 'express'
import type { ObjectSchema, Schema } from 'joi'
import {
  type Action,
  ACTIONS,
  type BodyOf,
  mayDo,
  type OutputOf,
  type ParamsOf,
  type QueryOf,
  type RouteName,
  type RouteOf,
  ROUTES,
  type ShapeOf,
} from '@janua/contracts/routes'
import { checkedBy, sentenceOf } from './faults.ts'
import { problem, problemWith } from './problems.ts'
import { phrase } from '../language/phrases.ts'

/** A visitor as the token of the request shows. */
export interface KnownVisitor {
  id: number
  door: string
  /** A person of the team is signed in where this visitor asks. */
  team?: boolean
}

/** What a route's handler gets: checked input and who is asking. */
export interface Call<P = unknown, Q = unknown, B = unknown> {
  params: P
  query: Q
  body: B
  /** Set on every route whose action is for roles. */
  user: SignedIn
  /** Set on every route whose action is for visitors. */
  visitor: KnownVisitor
  req: Request
  res: Response
}

/** A route of the table with what checks its input and what does the work. */
export interface Route {
  name: RouteName
  method: 'get' | 'post' | 'put' | 'patch' | 'delete'
  path: string
  action: Action
  params?: ObjectSchema
  query?: ObjectSchema
  body?: Schema
  before?: RequestHandler[]
  status?: number
  /** It answers with a file; files come as a form; one file comes as the body. */
  isFile?: true
  takesFiles?: true
  takesFile?: true
  handle: (call: Call<any, any, any>) => unknown
}

/** A check for everything that travels by the route, and for nothing else. */
type Checks<Name extends RouteName> = {
  [Part in keyof ShapeOf<Name> & ('params' | 'query' | 'body')]: ObjectSchema<ShapeOf<Name>[Part]>
} & { before?: RequestHandler[] }

/** Says what a route of the table does. */
export function route<Name extends RouteName>(
  name: Name,
  checks: Checks<Name>,
  handle: (
    call: Call<ParamsOf<Name>, QueryOf<Name>, BodyOf<Name>>,
  ) => OutputOf<Name> | Promise<OutputOf<Name>>,
): Route {
  const [method, path] = name.split(' ') as [string, string]
  return {
    name,
    method: method.toLowerCase() as Route['method'],
    path,
    ...(ROUTES[name] as RouteOf),
    ...checks,
    handle,
  }
}

export interface Gatekeeper {
  user(req: Request): Promise<SignedIn | null>
  /** Nothing but setting up a second factor is open to this person. */
  needsSecondFactor(user: SignedIn): Promise<boolean>
  visitor(req: Request): Promise<KnownVisitor | null>
}

/** Puts routes behind their checks, in this order: may they, is the input right, then the work. */
export function mount(router: Router, routes: readonly Route[], gate: Gatekeeper): void {
  for (const each of routes) {
    const guard = async (req: Request, res: Response, next: NextFunction) => {
      const who = ACTIONS[each.action]
      if (who === 'visitor') res.locals.visitor = await knownVisitor(req, gate)
      else if (who !== 'anyone') res.locals.user = await allowedUser(req, gate, each.action)
      next()
    }
    router[each.method](
      each.path,
      guard,
      ...(each.before ?? []),
      async (req: Request, res: Response) => {
        const params = checked(each.params, req.params)
        const query = checked(each.query, req.query)
        const body = checked(each.body, req.body)
        const value = await each.handle({
          params,
          query,
          body,
          user: res.locals.user,
          visitor: res.locals.visitor,
          req,
          res,
        })
        if (res.headersSent) return
        if (value === undefined) res.status(each.status ?? 204).end()
        else res.status(each.status ?? 200).json(value)
      },
    )
  }
}

async function allowedUser(req: Request, gate: Gatekeeper, action: Action): Promise<SignedIn> {
  const user = await gate.user(req)
  if (!user) throw problem('NOT_SIGNED_IN')
  if (!mayDo(user.role, action)) throw problem('NOT_ALLOWED', phrase(`roles.${user.role}`))
  if (action !== 'account.own' && (await gate.needsSecondFactor(user)))
    throw problem('SECOND_FACTOR_NEEDED')
  return user
}

async function knownVisitor(req: Request, gate: Gatekeeper): Promise<KnownVisitor> {
  const visitor = await gate.visitor(req)
  if (!visitor) throw problem('VISITOR_UNKNOWN')
  return visitor
}

function checked(schema: Schema | undefined, input: unknown): unknown {
  if (!schema) return input
  const { value, faults } = checkedBy(schema, input ?? {})
  if (faults.length > 0) throw problemWith(faults, 'INVALID', sentenceOf(faults))
  return value
}

import { ACTIONS } from '@janua/contracts/routes'
import type { Schema } from 'joi'
import { type Route, route } from './routing.ts'

type Json = Record<string, unknown>

/** Joi tells its own checks as JSON Schema; what only code can check stays out of it. */
function schemaOf(check: Schema): Json {
  const told = check['~standard'] as unknown as {
    jsonSchema: { input(options: { target: string }): Json }
  }
  return told.jsonSchema.input({ target: 'draft-2020-12' })
}

/** Names of generic types hold signs that names of components must not. */
const componentName = (name: string) => decodeURIComponent(name).replace(/[^\w.-]+/g, '_')

function withRefs(schema: unknown): unknown {
  const text = JSON.stringify(schema).replace(
    /"#\/definitions\/([^"]+)"/g,
    (_, name: string) => `"#/components/schemas/${componentName(name)}"`,
  )
  return JSON.parse(text) as unknown
}

function parametersOf(check: Schema | undefined, place: 'path' | 'query'): Json[] {
  if (!check) return []
  const { properties = {}, required = [] } = schemaOf(check) as {
    properties?: Json
    required?: string[]
  }
  return Object.entries(properties).map(([name, schema]) => ({
    name,
    in: place,
    required: place === 'path' || required.includes(name),
    schema,
  }))
}

function bodyOf({ body, takesFile, takesFiles }: Route): Json | undefined {
  if (body) return { required: true, content: { 'application/json': { schema: schemaOf(body) } } }
  if (takesFile)
    return {
      required: true,
      content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } },
    }
  if (takesFiles)
    return {
      required: true,
      content: { 'multipart/form-data': { schema: { type: 'object' } } },
    }
  return undefined
}

const REFUSED = {
  description: 'Refused, with a code for programs and a sentence for people.',
  content: {
    'application/json': {
      schema: {
        type: 'object',
        required: ['code', 'message'],
        properties: { code: { type: 'string' }, message: { type: 'string' }, detail: {} },
      },
    },
  },
}

function answersOf({ status = 200, isFile }: Route, output: unknown): Json {
  const good = isFile
    ? { 200: { description: 'A file.', content: { '*/*': {} } } }
    : output
      ? {
          [status]: {
            description: 'What was asked for.',
            content: { 'application/json': { schema: withRefs(output) } },
          },
        }
      : { 204: { description: 'Done.' } }
  return { ...good, '4XX': REFUSED }
}

const SECURITY: Record<string, Json[]> = { anyone: [], visitor: [{ visitor: [] }] }

/** What the API offers, as an OpenAPI 3.1 document made from the routes themselves. */
async function openApi(routes: readonly Route[]): Promise<Json> {
  const { default: outputs } = await import('@janua/contracts/routes/outputs.json', {
    with: { type: 'json' },
  })
  const paths: Record<string, Json> = {}
  for (const each of routes) {
    const path = each.path.replace(/:(\w+)/g, '{$1}')
    const who = ACTIONS[each.action]
    const body = bodyOf(each)
    ;(paths[path] ??= {})[each.method] = {
      operationId: componentName(each.name.toLowerCase().replace(/:/g, '')),
      summary: each.action,
      tags: [each.path.split('/')[1]],
      security: typeof who === 'string' ? SECURITY[who] : [{ session: [] }],
      parameters: [...parametersOf(each.params, 'path'), ...parametersOf(each.query, 'query')],
      ...(body && { requestBody: body }),
      responses: answersOf(each, (outputs.routes as Json)[each.name]),
      ...(Array.isArray(who) && { 'x-roles': who }),
    }
  }
  const schemas = Object.fromEntries(
    Object.entries(outputs.definitions).map(([name, schema]) => [
      componentName(name),
      withRefs(schema),
    ]),
  )
  return {
    openapi: '3.1.0',
    info: {
      title: 'Janua',
      version: '0.1.0',
      description: 'The API that the team’s app and the visitor’s window use.',
    },
    servers: [{ url: '/api' }],
    paths,
    components: {
      schemas,
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'janua' },
        visitor: { type: 'http', scheme: 'bearer' },
      },
    },
  }
}

/** Tells the document; it is made, and the schemas of answers are read, when it is asked for first. */
export function openApiRoute(routes: readonly Route[]): Route {
  let made: Promise<Json> | undefined
  return route('GET /openapi.json', {}, () => (made ??= openApi(routes)))
}

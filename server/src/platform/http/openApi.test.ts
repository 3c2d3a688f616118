import { Validator } from '@seriousme/openapi-schema-validator'
import { expect } from 'chai'
import supertest from 'supertest'
import { ROUTES } from '@janua/contracts/routes'
import { freshJanua } from '../../testing/harness.ts'

interface Operation {
  operationId: string
  parameters: { name: string; in: string; required: boolean }[]
  requestBody?: {
    content: Record<string, { schema: { properties?: object; required?: string[] } }>
  }
  responses: Record<string, unknown>
}

describe('the OpenAPI document', () => {
  let document: { openapi: string; paths: Record<string, Record<string, Operation>> }
  before(async () => {
    const { janua, close } = await freshJanua()
    document = (await supertest(janua.app).get('/api/openapi.json').expect(200)).body as never
    await close()
  })

  it('is valid, every reference in it too', async () => {
    const { valid, errors } = await new Validator().validate(structuredClone(document))
    expect(valid, JSON.stringify(errors)?.slice(0, 2_000)).to.equal(true)
    const text = JSON.stringify(document)
    const { components } = document as unknown as { components: { schemas: object } }
    for (const [, name] of text.matchAll(/"#\/components\/schemas\/([^"]+)"/g))
      expect(components.schemas).to.have.property(name!)
    expect(text).not.to.include('#/definitions')
  })
  it('has every route', () => {
    const told = Object.entries(document.paths).flatMap(([path, methods]) =>
      Object.keys(methods).map(
        (method) => `${method.toUpperCase()} ${path.replace(/\{(\w+)\}/g, ':$1')}`,
      ),
    )
    expect(told.sort()).to.eql(Object.keys(ROUTES).sort())
  })
  it('tells what is sent, as it is checked, and what comes back', () => {
    const { parameters, requestBody, responses } = document.paths['/queues/{id}']!.put!
    expect(parameters).to.deep.include({
      name: 'id',
      in: 'path',
      required: true,
      schema: { type: 'integer', exclusiveMinimum: 0 },
    })
    expect(requestBody!.content['application/json']!.schema.required).to.include('name')
    expect(Object.keys(responses)).to.have.members(['200', '4XX'])
    expect(Object.keys(document.paths['/team']!.post!.responses)).to.have.members(['201', '4XX'])
    expect(Object.keys(document.paths['/desk/{id}/take']!.post!.responses)).to.have.members([
      '204',
      '4XX',
    ])
  })
})

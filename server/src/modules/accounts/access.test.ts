import { ROLES } from '@janua/contracts'
import { expect } from 'chai'
import supertest from 'supertest'
import { freshJanua, member, type Member } from '../../testing/harness.ts'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { ACTIONS, mayDo, ROUTES } from '@janua/contracts/routes'

const SAMPLE: Record<string, string> = { id: '999999', token: 'f'.repeat(64), door: 'nowhere' }

describe('who may call what', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  const members: Partial<Record<string, Member>> = {}
  before(async () => {
    ;({ janua, close } = await freshJanua())
    for (const role of ROLES) members[role] = await member(janua, role)
  })
  after(() => close())

  const pathOf = (path: string) => path.replace(/:(\w+)/g, (_, name: string) => SAMPLE[name]!)
  const refusedFor = (status: number, code: string | undefined) =>
    status === 401 || (status === 403 && code === 'NOT_ALLOWED')

  it('is asked of every route of the table, once', () => {
    expect(janua.routes.map(({ name }) => name).sort()).to.eql(Object.keys(ROUTES).sort())
  })
  it('names an action of the table on every route, and uses every action', () => {
    const used = new Set(janua.routes.map(({ action }) => action))
    for (const action of used) expect(ACTIONS).to.have.property(action)
    expect([...used].sort()).to.eql(Object.keys(ACTIONS).sort())
  })

  it('refuses the signed out wherever a role or a visitor is needed, and nowhere else', async () => {
    for (const { method, path, action } of janua.routes) {
      const http = supertest.agent(janua.app)
      const { csrf } = (await http.get('/api/session')).body as { csrf: string }
      const { status, body } = await http[method](`/api${pathOf(path)}`)
        .set('x-janua-token', csrf)
        .send({})
      const open = ACTIONS[action] === 'anyone'
      const signingIn = action === 'session.start'
      if (!signingIn)
        expect(
          refusedFor(status, (body as { code?: string } | null)?.code),
          `${method} ${path} signed out gave ${status}`,
        ).to.equal(!open)
    }
  })

  for (const role of ROLES)
    it(`lets a ${role} call what the table says, and nothing else`, async () => {
      for (const { method, path, action } of janua.routes) {
        if (action === 'session.end' || action === 'session.start' || ACTIONS[action] === 'visitor')
          continue
        const { status, body } = await members[role]![method](
          pathOf(path),
          method === 'get' ? undefined : {},
        )
        expect(
          refusedFor(status, (body as { code?: string } | null)?.code),
          `${method} ${path} as ${role} gave ${status}`,
        ).to.equal(!mayDo(role, action))
      }
    })
})

import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { freshJanua, member, openTestApp, visitor } from '../../testing/harness.ts'

const TRIES = 20_000
const AT_ONCE = 5

describe('two agents who take the same conversation', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  before(async () => void ({ janua, close } = await freshJanua()))
  after(() => close())

  it(`get it exactly one each time, in ${TRIES} tries`, async function () {
    this.timeout(600_000)
    const { queues } = await openTestApp(janua)
    const agents = await Promise.all(['Anton', 'Bria'].map((name) => member(janua, 'agent', name)))
    await janua.handover.queues.save(agents[0]!, queues.refunds, {
      name: 'Refunds',
      members: agents.map(({ id }) => id),
    })
    const users = await Promise.all(
      agents.map(async ({ id }) => (await janua.accounts.accounts.find(id))!),
    )
    const lane = async (rounds: number) => {
      const someone = await visitor(janua)
      await someone.says('a helicopter')
      await someone.post('/person', { language: 'en' })
      await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' })
      const id = (await someone.thread()).conversation!
      for (let round = 0; round < rounds; round++) {
        const takes = await Promise.all(
          users.map((user) =>
            janua.handover.work.take(user, id).then(
              () => user.id,
              () => null,
            ),
          ),
        )
        const winners = takes.filter((winner) => winner !== null)
        const { agentId, state } = (await janua.tables.conversations.findByPk(id))!
        if (winners.length !== 1 || agentId !== winners[0] || state !== 'agent')
          expect.fail(`round ${round}: ${takes.join()} took it, and ${agentId} has it (${state})`)
        await janua.tables.conversations.update(
          { state: 'waiting', agentId: null },
          { where: { id } },
        )
      }
      return janua.tables.messages.count({ where: { conversationId: id, kind: 'taken' } })
    }
    const rounds = TRIES / users.length / AT_ONCE
    const taken = await Promise.all(Array.from({ length: AT_ONCE }, () => lane(rounds)))
    expect(taken, 'and the thread says so once each time').to.eql(
      Array.from({ length: AT_ONCE }, () => rounds),
    )
  })
})

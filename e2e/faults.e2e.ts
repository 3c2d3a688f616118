import { expect } from 'chai'
import { QueryTypes } from 'sequelize'
import { type Fault, FaultyApp } from './support/faultyApp.ts'
import { agentOver, visitorOver } from './support/overHttp.ts'

interface Step {
  name: string
  /** Asks for it; asking again under the same id is the same action. */
  ask: () => Promise<Response>
}
/** An action that was done although its answer was lost is refused when it is asked for again: that is as good as done. */
const DONE_ALREADY = ['STATE_FORBIDS', 'NOT_YOURS']

describe('a kill in the middle of a hand-over, a move or a close', () => {
  const app = new FaultyApp()
  before(async function () {
    this.timeout(900_000)
    await app.open()
  })
  after(() => app.close())

  /** Kills while the action is under way, then asks again until it is acknowledged. @returns whether it was acknowledged before the kill */
  async function throughFault(
    { name, ask }: Step,
    fault: Fault,
    delayMs: number,
  ): Promise<boolean> {
    const first = ask().then(
      (response) => response.status < 300,
      () => false,
    )
    await new Promise((done) => setTimeout(done, delayMs))
    await app.fall(fault)
    const acknowledged = await first
    const again = await ask()
    if (again.status < 300) return acknowledged
    const { code, message } = (await again.json()) as { code: string; message: string }
    expect(DONE_ALREADY, `${name} after ${fault} was killed: ${message}`).to.include(code)
    return acknowledged
  }

  /** Nothing lost, nothing doubled, nothing without a queue or an owner: read from the database itself. */
  async function allIsWell(id: number, texts: readonly string[]): Promise<void> {
    const db = app.connect()
    try {
      const select = <T extends object>(sql: string) =>
        db.query<T>(sql, { type: QueryTypes.SELECT, replacements: { id } })
      const [conversation] = await select<{
        state: string
        seq: number
        queue_id: number | null
        agent_id: number | null
      }>('SELECT state, seq, queue_id, agent_id FROM conversations WHERE id = :id')
      const messages = await select<{ seq: number; author: string; kind: string; text: string }>(
        'SELECT seq, author, kind, text FROM messages WHERE conversation_id = :id ORDER BY seq',
      )
      const [{ n: handovers }] = (await select<{ n: number }>(
        'SELECT COUNT(*) AS n FROM handovers WHERE conversation_id = :id',
      )) as [{ n: number }]
      expect(
        messages.map(({ seq }) => seq),
        'numbered without a gap',
      ).to.eql(messages.map((_, i) => i + 1))
      expect(messages.length).to.equal(conversation!.seq)
      for (const text of texts)
        expect(
          messages.filter((message) => message.text === text),
          `“${text}” once`,
        ).to.have.length(1)
      expect(Number(handovers), 'a hand-over in the log for each in the thread').to.equal(
        messages.filter(({ kind }) => kind === 'handed over').length,
      )
      if (conversation!.state === 'waiting') expect(conversation!.queue_id).not.to.equal(null)
      if (conversation!.state === 'agent') expect(conversation!.agent_id).not.to.equal(null)
    } finally {
      await db.close()
    }
  }

  for (const [fault, delays] of [
    ['the server', [0, 4, 9]],
    ['the database', [2, 7]],
  ] as const)
    it(`of ${fault}, at every step: what was acknowledged is there once, and nothing is stuck`, async function () {
      this.timeout(900_000)
      const [{ post: anton }, { post: bria }] = [
        await agentOver(app.url, 'Anton'),
        await agentOver(app.url, 'Bria'),
      ]
      const queues = await (async () => {
        const db = app.connect()
        const rows = await db.query<{ id: number; name: string }>('SELECT id, name FROM queues', {
          type: QueryTypes.SELECT,
        })
        await db.close()
        return new Map(rows.map(({ id, name }) => [name, id]))
      })()
      for (const delay of delays) {
        const someone = await visitorOver(app.url)
        const said: string[] = []
        const write = (
          ask: (body: { clientId: string; text: string; language?: string }) => Promise<Response>,
          text: string,
        ): Step => {
          const body = { clientId: crypto.randomUUID(), text, language: 'en' }
          said.push(text)
          return { name: text, ask: () => ask(body) }
        }
        await throughFault(
          write((body) => someone.post('/messages', body), `a helicopter ${fault} ${delay}`),
          fault,
          delay,
        )
        const id = (await someone.thread()).conversation!
        const steps: Step[] = [
          { name: 'person', ask: () => someone.post('/person', { language: 'en' }) },
          {
            name: 'contact',
            ask: () => someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' }),
          },
          { name: 'take', ask: () => anton(`/desk/${id}/take`) },
          write(
            ({ clientId, text }) => anton(`/desk/${id}/replies`, { clientId, text }),
            `from Anton ${delay}`,
          ),
          {
            name: 'move',
            ask: () =>
              anton(`/desk/${id}/move`, { queue: queues.get('Bookings'), reason: 'not mine' }),
          },
          { name: 'take again', ask: () => bria(`/desk/${id}/take`) },
          write(
            ({ clientId, text }) => bria(`/desk/${id}/replies`, { clientId, text }),
            `from Bria ${delay}`,
          ),
          {
            name: 'close',
            ask: () =>
              bria(`/desk/${id}/close`, { outcome: 'settled', rightQueue: queues.get('Bookings') }),
          },
        ]
        for (const step of steps) {
          await throughFault(step, fault, delay)
          await allIsWell(
            id,
            said.filter(
              (text) =>
                !steps.some(({ name }) => name === text) ||
                steps.findIndex(({ name }) => name === text) <= steps.indexOf(step),
            ),
          )
        }
        const db = app.connect()
        const [end] = await db.query<{ state: string; right_queue: number; right_by: string }>(
          'SELECT c.state, h.right_queue, h.right_by FROM conversations c JOIN handovers h ON h.conversation_id = c.id WHERE c.id = :id',
          { type: QueryTypes.SELECT, replacements: { id } },
        )
        await db.close()
        expect(end).to.eql({
          state: 'closed',
          right_queue: queues.get('Bookings'),
          right_by: 'confirmed',
        })
      }
    })
})

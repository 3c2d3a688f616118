import { pick, type Random, seeded } from '@janua/core'
import { type QueueSettings, STARTER_QUEUE } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  type TestClock,
  type TestVisitor,
  visitor,
} from '../../testing/harness.ts'

const STEPS = 250
/** Of so many steps one is taken by two at the same moment. */
const AT_ONCE = 0.35
const SAYINGS = [
  'a helicopter',
  'Can I bring my dog?',
  'How do I get a refund?',
  'thanks',
  'is there anybody',
  'and on Sundays?',
  'a person please',
  '😀',
]
/** What gives a conversation free, so that somebody may take it (again). */
const FREED = [
  'handed over',
  'moved',
  'given back',
  'handed back',
  'case',
  'closed',
  'reopened',
  'resumed',
  'away',
  'stepped in',
]

type Action = () => Promise<{ status: number; text: string }> | Promise<void>

describe('conversations, whoever does whatever in whatever order', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let team: Member[]
  let queues: { bookings: number; refunds: number }
  let visitors: TestVisitor[]
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    ;({ queues } = await openTestApp(janua))
    team = [
      await member(janua, 'agent', 'Anton'),
      await member(janua, 'agent', 'Bria'),
      await member(janua, 'lead', 'Lead'),
    ]
    for (const [name, id] of [
      ['Bookings', queues.bookings],
      ['Refunds', queues.refunds],
    ] as const)
      await setQueue(name, id, 'list')
  })
  beforeEach(async () => {
    visitors = [await visitor(janua), await visitor(janua), await visitor(janua)]
  })
  after(() => close())

  const setQueue = (name: string, id: number, assignment: QueueSettings['assignment']) =>
    team[2]!.put(`/queues/${id}`, {
      name,
      members: team.map(({ id: who }) => who),
      settings: { ...STARTER_QUEUE, assignment },
    })
  const conversations = () =>
    janua.tables.conversations.findAll({ order: [['id', 'ASC']], raw: true })

  function actionsOf(random: Random, ids: readonly number[]): Record<string, Action> {
    const [someone, who, other] = [pick(visitors, random), pick(team, random), pick(team, random)]
    const id = pick(ids.length > 0 ? ids.slice(-5) : [1], random)
    const queue = pick(Object.values(queues), random)
    return {
      says: () => someone.says(pick(SAYINGS, random)),
      'says again': () => someone.says(pick(SAYINGS, random)),
      'asks for a person': () => someone.post('/person', { language: 'en' }),
      'tells who they are': () =>
        someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' }),
      'chooses a way': () =>
        someone.post('/way', {
          way: pick(['case', 'wait', 'call'], random),
          phone: '01632 960 111',
        }),
      'waits no more': () => someone.post('/stop-waiting'),
      ends: () => someone.post('/end'),
      rates: () => someone.post('/rating', { stars: 4, word: '' }),
      takes: () => who.post(`/desk/${id}/take`),
      'takes too': () => who.post(`/desk/${id}/take`),
      'lets go': () => who.post(`/desk/${id}/pass`),
      'steps in': () => who.post(`/desk/${id}/step-in`),
      replies: () =>
        who.post(`/desk/${id}/replies`, {
          clientId: crypto.randomUUID(),
          text: 'I am looking it up.',
        }),
      notes: () =>
        who.post(`/desk/${id}/notes`, { text: 'upset', ask: random() < 0.3 ? other.id : null }),
      'moves to a queue': () => who.post(`/desk/${id}/move`, { queue, reason: 'theirs' }),
      'moves to somebody': () =>
        who.post(`/desk/${id}/move`, { agent: other.id, reason: 'knows it' }),
      'hands back': () => who.post(`/desk/${id}/hand-back`, { word: '' }),
      closes: () =>
        who.post(`/desk/${id}/close`, {
          outcome: 'settled',
          rightQueue: random() < 0.5 ? queue : null,
        }),
      reopens: () => who.post(`/desk/${id}/reopen`),
      'goes away': () =>
        who.put('/presence', { presence: pick(['here', 'here', 'away', 'off'], random) }),
      'assigns otherwise': () =>
        setQueue('Refunds', queues.refunds, pick(['list', 'in turn'], random)),
      'time goes by': async () => clock.pass(pick([5, 40, 200, 1_500], random)),
      'the clockwork turns': async () => {
        for (const part of [
          janua.handover.assignment,
          janua.handover.presence,
          janua.handover.idle,
        ])
          await part.tick()
      },
    }
  }

  /** What must be true of every conversation at every moment. */
  async function allIsWell(after: string): Promise<void> {
    for (const { id, state, seq, queueId, agentId, offeredTo, closedAt } of await conversations()) {
      const what = `${id} after ${after}`
      const messages = await janua.tables.messages.findAll({
        where: { conversationId: id },
        order: [['seq', 'ASC']],
        raw: true,
      })
      expect(
        messages.map((message) => message.seq),
        `${what}: numbered without a gap`,
      ).to.eql(messages.map((_, i) => i + 1))
      expect(messages.length, `${what}: its number of messages`).to.equal(seq)
      if (state === 'agent') expect(agentId, `${what}: with an agent`).not.to.equal(null)
      if (state === 'waiting' || state === 'assistant')
        expect(agentId, `${what}: ${state}`).to.equal(null)
      if (state === 'waiting') expect(queueId, `${what}: waits in a queue`).not.to.equal(null)
      if (offeredTo !== null) expect(state, `${what}: offered to ${offeredTo}`).to.equal('waiting')
      expect(closedAt !== null, `${what}: ${state}, closed at ${String(closedAt)}`).to.equal(
        state === 'closed',
      )
      const [handed, kept] = ['handed over', 'case'].map(
        (wanted) => messages.filter(({ kind }) => kind === wanted).length,
      ) as [number, number]
      expect(
        await janua.tables.handovers.count({ where: { conversationId: id } }),
        `${what}: a hand-over in the log for each in the thread; a case is one when nobody waited before`,
      ).to.be.within(handed, handed + kept)
      const events = messages.filter(({ author }) => author === 'event').map(({ kind }) => kind)
      events.forEach((kind, i) => {
        const before = events
          .slice(0, i)
          .findLast((each) => each === 'taken' || (FREED as string[]).includes(each))
        if (kind === 'taken')
          expect(before, `${what}: taken twice: ${events.join(', ')}`).not.to.equal('taken')
      })
    }
  }

  for (const seed of [1, 2, 3])
    it(`keep every rule through ${STEPS} steps, walk ${seed}`, async function () {
      this.timeout(240_000)
      const random = seeded(seed)
      const done = new Map<string, number>()
      for (let step = 0; step < STEPS; step++) {
        const ids = (await conversations()).map(({ id }) => id)
        const chosen = Array.from({ length: random() < AT_ONCE ? 2 : 1 }, () =>
          pick(Object.entries(actionsOf(random, ids)), random),
        )
        const answers = await Promise.all(chosen.map(([, action]) => action()))
        const what = `step ${step}: ${chosen.map(([name]) => name).join(' and ')}`
        for (const [i, answer] of answers.entries()) {
          if (!answer) continue
          expect(answer.status, `${what}: ${answer.text}`).to.be.below(500)
          if (answer.status < 300) done.set(chosen[i]![0], (done.get(chosen[i]![0]) ?? 0) + 1)
        }
        await allIsWell(what)
      }
      expect(
        done.size,
        `kinds of actions that were done: ${[...done.keys()].join(', ')}`,
      ).to.be.at.least(15)
    })
})

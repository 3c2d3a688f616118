import { openAt, route, type Situation, situationOf } from '@janua/core'
import type { Transaction } from 'sequelize'
import type { EngineHost, OpenDoor } from '../answering/engineHost.ts'
import type { Clock } from '../clock.ts'
import type { ConversationRow, ConversationTables } from '../conversations/models.ts'
import type { Conversations } from '../conversations/service.ts'
import type { Threads } from '../conversations/thread.ts'
import type { Row } from '../database/tables.ts'
import { problem } from '../http/problems.ts'
import type { KnownVisitor } from '../http/routing.ts'
import type { HandoverTables } from './models.ts'
import type { Queues } from './queues.ts'

interface Needs {
  tables: ConversationTables & HandoverTables
  conversations: Conversations
  threads: Threads
  queues: Queues
  engine: EngineHost
  clock: Clock
}

/** How a conversation leaves the assistant: the visitor asks, tells name and mail once, and the rules choose the queue. */
export class Handover {
  constructor(private readonly needs: Needs) {}

  /** A person is asked for: hands over at once when name and mail are known, else asks for them in the thread. */
  async ask(visitor: KnownVisitor, language: 'en' | 'de'): Promise<void> {
    const { conversations, threads, tables } = this.needs
    await conversations.refuseBlocked(visitor)
    const known = await tables.visitors.findByPk(visitor.id)
    const conversation = await conversations.open(visitor, language)
    if (known?.name && known.mail) return this.handOver(visitor, conversation.id)
    await threads.change(conversation.id, async (locked, transaction) => {
      if (locked.state === 'closed') threads.move(locked, 'resume')
      if (locked.state !== 'assistant') return
      const last = await tables.messages.findOne({ where: { conversationId: locked.id }, order: [['seq', 'DESC']], transaction })
      if (last?.kind !== 'contact') await threads.append(locked, { author: 'assistant', kind: 'contact', text: '' }, transaction)
    })
  }

  /** Name and mail as the visitor told them; then the hand-over. */
  async contact(visitor: KnownVisitor, { name, mail }: { name: string; mail: string }): Promise<void> {
    await this.needs.conversations.refuseBlocked(visitor)
    const conversation = await this.needs.conversations.mustHave(visitor)
    await this.needs.tables.visitors.update({ name, mail }, { where: { id: visitor.id } })
    await this.handOver(visitor, conversation.id)
  }

  /** The visitor does not want to wait any longer. */
  async stopWaiting(visitor: KnownVisitor): Promise<void> {
    const { conversations, threads } = this.needs
    const conversation = await conversations.mustHave(visitor)
    await threads.change(conversation.id, async (locked, transaction) => {
      if (locked.state !== 'waiting') throw problem('STATE_FORBIDS', 'not waiting for a person')
      threads.move(locked, 'hand back')
      Object.assign(locked, { queueId: null, enteredQueueAt: null })
      await threads.append(locked, { author: 'event', kind: 'handed back', text: '', data: { by: 'visitor' } }, transaction)
    })
  }

  private async handOver(visitor: KnownVisitor, id: number): Promise<void> {
    const { engine, threads, tables, queues, clock } = this.needs
    const { release, door } = await engine.openDoor(visitor.door, visitor)
    const fallback = await tables.queues.findOne({ order: [['id', 'ASC']] })
    if (!fallback) throw problem('INVALID', 'The team has no queue yet, so nobody could take this over. Please try the company’s mail or phone.')
    await threads.change(id, async (locked, transaction) => {
      if (locked.state === 'waiting' || locked.state === 'agent') return
      if (locked.state === 'closed') threads.move(locked, 'resume')
      const situation = await this.situation(locked, door, transaction)
      const routed = release.routing ? route(situation, release.routing) : { queue: fallback.id, rule: null, because: 'no rules yet' }
      const queue = (await tables.queues.findByPk(routed.queue, { transaction })) ?? fallback
      const now = clock.now()
      threads.move(locked, 'hand over')
      Object.assign(locked, { queueId: queue.id, agentId: null, enteredQueueAt: now, takenAt: null, routedBecause: routed.because.slice(0, 300), subject: situation.words.split('\n').at(-1)!.slice(0, 300) || locked.subject })
      const present = await queues.present(queue.id)
      const { open, changesAt } = openAt(door.hours, door.timeZone, now)
      const data = { queue: queue.name, because: routed.because, rule: routed.rule, open, changesAt: changesAt?.toISOString() ?? null, present }
      const texts = door.texts[locked.language]
      await threads.append(locked, { author: 'event', kind: 'handed over', text: open && present > 0 ? texts.waiting : texts.closedHours, data }, transaction)
    })
  }

  /** What the rules look at: the words still unsettled, the collections near them, the door, what was told. */
  private async situation(conversation: Row<ConversationRow>, door: OpenDoor, transaction: Transaction): Promise<Situation> {
    const { tables } = this.needs
    const [questions, visitor] = await Promise.all([
      tables.questions.findAll({ where: { conversationId: conversation.id }, order: [['id', 'DESC']], limit: 6, transaction }),
      tables.visitors.findByPk(conversation.visitorId, { transaction }),
    ])
    const lastWords = await tables.messages.findOne({ where: { conversationId: conversation.id, author: 'visitor' }, order: [['seq', 'DESC']], transaction })
    return situationOf(questions.reverse(), { language: conversation.language, door: door.id, told: { name: visitor?.name ?? '', mail: visitor?.mail ?? '' } }, lastWords?.text)
  }
}

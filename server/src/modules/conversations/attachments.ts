import type { SignedIn } from '@janua/contracts'
import type { Response } from 'express'
import type { Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import type { Limits } from '../../platform/http/limits.ts'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import type { KnownVisitor } from '../../platform/http/routing.ts'
import { pictureType, sendSafely } from '../../platform/files/serving.ts'
import type { FileStore } from '../../platform/files/store.ts'
import type { ConversationRow, ConversationTables } from './tables.ts'
import type { Conversations } from './service.ts'
import type { Threads } from './thread.ts'

export interface AttachmentPorts {
  /** @throws when this person may not read the conversation */
  mayRead: (user: SignedIn, conversation: number) => Promise<unknown>
}

interface Dependencies extends AttachmentPorts {
  tables: ConversationTables
  threads: Threads
  conversations: Conversations
  store: FileStore
  limits: Limits
  clock: Clock
}
export interface Arrived {
  name: string
  bytes: Buffer
  clientId: string
}

interface Sender {
  author: 'visitor' | 'agent'
  userId?: number
}

const MOST_IN_A_CONVERSATION = 20
const MB = 1024 * 1024
/** Megabytes that one visitor, and all visitors and agents together, can have stored. */
const MOST_OF_A_VISITOR_MB = 60
const MOST_IN_ALL_MB = 20_000

/** Pictures and PDF files in a conversation. Their bytes lie in the file store; they go with the conversation when it is erased, and are served to its two sides alone. */
export class Attachments {
  constructor(private readonly dependencies: Dependencies) {}

  /** @param address the network address that it came from: each may send so much a day */
  async fromVisitor(visitor: KnownVisitor, arrived: Arrived, address: string): Promise<void> {
    const { conversations, limits } = this.dependencies
    await conversations.refuseBlocked(visitor)
    const { id, state } = await conversations.mustHave(visitor)
    if (state === 'assistant' || state === 'closed')
      throw problem('STATE_FORBIDS', phrase('conversationStates.noPersonYet'))
    await limits.use('fileKb', { address }, Math.ceil(arrived.bytes.length / 1_024))
    await this.keep(id, arrived, { author: 'visitor' }, (locked) => locked.state !== 'closed')
  }

  async fromAgent(user: SignedIn, id: number, arrived: Arrived): Promise<void> {
    await this.dependencies.mayRead(user, id)
    await this.keep(
      id,
      arrived,
      { author: 'agent', userId: user.id },
      (locked) => locked.state === 'agent' && locked.agentId === user.id,
    )
  }

  async toVisitor(visitor: KnownVisitor, file: number, res: Response): Promise<void> {
    const { id } = await this.dependencies.conversations.mustHave(visitor)
    await this.send(id, file, res)
  }

  async toAgent(user: SignedIn, id: number, file: number, res: Response): Promise<void> {
    await this.dependencies.mayRead(user, id)
    await this.send(id, file, res)
  }

  /**
   * Keeps what came with a mail, within the change that takes the mail in.
   * @throws when it is neither a picture nor a PDF file, one too many, or there is no room for it
   */
  async put(
    locked: Row<ConversationRow>,
    { name, bytes, clientId }: Arrived,
    by: Sender,
    transaction: Transaction,
  ): Promise<void> {
    const { tables, threads, store, clock } = this.dependencies
    const conversationId = locked.id
    const type = typeOf(bytes)
    if (!type) throw problem('NOT_AN_ATTACHMENT')
    if (await threads.sentBefore(conversationId, clientId, transaction)) return
    if (
      (await tables.attachments.count({ where: { conversationId }, transaction })) >=
      MOST_IN_A_CONVERSATION
    )
      throw problem('TOO_MANY_FILES', MOST_IN_A_CONVERSATION)
    await this.refuseOverQuota(locked, bytes.length, transaction)
    const hash = await store.put(bytes)
    const shown = shownName(name)
    const { id: file } = await tables.attachments.create(
      { conversationId, name: shown, type, size: bytes.length, hash, createdAt: clock.now() },
      { transaction },
    )
    await threads.append(
      locked,
      { ...by, kind: 'file', text: shown, clientId, data: { file, type, size: bytes.length } },
      transaction,
    )
  }

  private async keep(
    id: number,
    arrived: Arrived,
    by: Sender,
    allowed: (locked: ConversationRow) => boolean,
  ): Promise<void> {
    await this.dependencies.threads.change(id, async (locked, transaction) => {
      if (!allowed(locked)) throw problem('NOT_YOURS')
      await this.put(locked, arrived, by, transaction)
    })
  }

  private async send(conversationId: number, id: number, res: Response): Promise<void> {
    const file = await this.dependencies.tables.attachments.findOne({
      where: { id, conversationId },
    })
    if (!file?.hash) throw problem('NOT_FOUND')
    const { name, type, hash } = file
    sendSafely(
      res,
      { name, type, bytes: await this.dependencies.store.read(hash) },
      'private, max-age=3600',
    )
  }

  private async refuseOverQuota(
    { visitorId }: ConversationRow,
    size: number,
    transaction: Transaction,
  ): Promise<void> {
    const { tables } = this.dependencies
    const theirs = await tables.conversations.findAll({
      attributes: ['id'],
      where: { visitorId },
      transaction,
    })
    const [own, all] = await Promise.all([
      tables.attachments.sum('size', {
        where: { conversationId: theirs.map(({ id }) => id) },
        transaction,
      }),
      tables.attachments.sum('size', { transaction }),
    ])
    if (Number(own ?? 0) + size > MOST_OF_A_VISITOR_MB * MB)
      throw problem('QUOTA_USED', `${MOST_OF_A_VISITOR_MB} MB`)
    if (Number(all ?? 0) + size > MOST_IN_ALL_MB * MB) throw problem('DISK_FULL')
  }
}

/** Without the folders it came from and signs that nobody sees. */
export function shownName(name: string): string {
  return (
    name
      .replace(/^.*[/\\]/, '')
      .replace(/\p{C}/gu, '')
      .slice(-120) || 'file'
  )
}

/** By its content; what it calls itself counts for nothing. */
function typeOf(bytes: Buffer): string | undefined {
  return bytes.subarray(0, 5).toString('latin1') === '%PDF-'
    ? 'application/pdf'
    : pictureType(bytes)
}

import { job } from '../../platform/jobs/job.ts'
import type { Platform } from '../../platform/module.ts'
import { Inbox, type InboxPorts } from './inbox.ts'
import { Outbox, type MailTransport } from './outbox.ts'
import { channelTables } from './tables.ts'
import type { Accounts } from '../accounts/index.ts'

export type { Outbox, MailTransport } from './outbox.ts'

interface Ports extends Pick<Platform, 'db' | 'clock'> {
  /** Brings mails on their way; without one they wait. */
  mailTransport: MailTransport | null
  accounts: Accounts
}

/** Ways to visitors and back beside the door: mail. */
export function createChannels({ db, mailTransport, accounts, clock }: Ports) {
  const tables = channelTables(db)
  const outbox = new Outbox({ tables, clock, mailTransport })
  return {
    outbox,
    /** What takes in mails that answer ours. */
    inboxFor: (ports: InboxPorts) => new Inbox({ ...ports, tables, accounts, clock }),
    /** The mails that came and went in conversations, in their order. */
    mailsOf: (conversationId: readonly number[]) =>
      tables.mails.findAll({
        where: { conversationId: [...conversationId] },
        order: [['id', 'ASC']],
      }),
    jobs: [job('outbox', 'Sends mail', 1, () => outbox.tick())],
  }
}

export type ChannelsModule = ReturnType<typeof createChannels>

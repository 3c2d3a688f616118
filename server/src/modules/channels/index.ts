import { job } from '../../platform/jobs/job.ts'
import type { Platform } from '../../platform/module.ts'
import { Inbox, type InboxPorts } from './inbox.ts'
import type { MailTransport } from './letter.ts'
import { Outbox } from './outbox.ts'
import { channelTables } from './tables.ts'
import { MailServer } from './mailServer.ts'
import { mailRoutes } from './routes.ts'
import { smtpPostman } from './smtp.ts'
import { Sealing } from '../../platform/sealing.ts'
import type { Accounts, Audit } from '../accounts/index.ts'

export type { MailTransport } from './letter.ts'
export type { Outbox } from './outbox.ts'

interface Ports extends Pick<Platform, 'db' | 'clock' | 'settings' | 'secret'> {
  /** Brings mails on their way; without one it is what a lead has set. */
  mailTransport: MailTransport | null
  audit: Audit
  accounts: Accounts
}

/** Ways to visitors and back beside the door: mail. */
export function createChannels({ mailTransport, accounts, secret, ...ports }: Ports) {
  const { db, clock } = ports
  const tables = channelTables(db)
  const mailServer = new MailServer({
    ...ports,
    given: mailTransport,
    postman: smtpPostman,
    sealing: new Sealing(secret, 'password of a mail server'),
  })
  const outbox = new Outbox({ tables, clock, mailServer })
  return {
    outbox,
    mailServer,
    routes: mailRoutes(mailServer, outbox),
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

import { simpleParser } from 'mailparser'
import { createTransport } from 'nodemailer'
import { SMTPServer } from 'smtp-server'
import type { Inbox } from './inbox.ts'
import type { MailTransport } from './letter.ts'

const LARGEST_MAIL = 5 * 1024 * 1024
const PATIENCE_MS = 10_000
/** A picture that is part of the layout and smaller than this is somebody's signature. */
const LEAST_PICTURE = 20 * 1024

/** Sends mails by SMTP. @param address such as smtp://127.0.0.1:2525 */
export function smtpPostman(address: string, from: string): MailTransport {
  const transport = createTransport(address, {
    from,
    connectionTimeout: PATIENCE_MS,
    greetingTimeout: PATIENCE_MS,
    socketTimeout: PATIENCE_MS,
  } as never)
  return async ({ to, subject, text, messageId, references, automatic }) => {
    const last = references.at(-1)
    await transport.sendMail({
      from,
      to,
      subject,
      text,
      messageId: `<${messageId}>`,
      ...(automatic && {
        headers: { 'Auto-Submitted': 'auto-generated', 'X-Auto-Response-Suppress': 'All' },
      }),
      ...(last && { inReplyTo: `<${last}>`, references: references.map((each) => `<${each}>`) }),
    })
  }
}

/** Takes mails in by SMTP on loopback: what a mail server hands on to Janua. */
export async function openInbox(
  port: number,
  inbox: Inbox,
): Promise<{ port: number; close(): Promise<void> }> {
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS', 'AUTH'],
    size: LARGEST_MAIL,
    onData(stream, session, done) {
      const work = async () => {
        const { messageId, subject, text, references, inReplyTo, attachments } = await simpleParser(
          stream,
          { skipHtmlToText: false, skipImageLinks: true },
        )
        if (stream.sizeExceeded) throw refusal(552, 'This mail is too large.')
        const answers = [
          inReplyTo,
          ...(Array.isArray(references) ? references : [references]),
        ].flatMap((each) => (each ? [bare(each)] : []))
        const from = session.envelope.mailFrom ? session.envelope.mailFrom.address : ''
        const files = attachments
          .filter(({ related, size }) => !related || size >= LEAST_PICTURE)
          .map(({ filename, content }) => ({ name: filename ?? '', bytes: content }))
        const received = await inbox.receive({
          from,
          subject: subject ?? '',
          text: text ?? '',
          messageId: bare(messageId ?? `${from} ${Date.now()}`),
          references: answers,
          files,
        })
        if (received === 'not for us')
          throw refusal(
            550,
            'This mail answers none of ours, or comes from another address than ours went to.',
          )
      }
      work().then(
        () => done(),
        (cause: Error) => done(cause),
      )
    },
  })
  server.on('error', () => undefined)
  await new Promise<void>((ready, failed) => {
    server.server.once('error', failed)
    server.listen(port, '127.0.0.1', ready)
  })
  const address = server.server.address()
  return {
    port: typeof address === 'object' && address ? address.port : port,
    close: () => new Promise((done) => server.close(() => done())),
  }
}

/** Without its angle brackets, no longer than it is stored. */
function bare(messageId: string): string {
  return messageId.replace(/^<|>$/g, '').slice(0, 190)
}

function refusal(code: number, text: string): Error {
  return Object.assign(new Error(text), { responseCode: code })
}

import { createServer } from 'node:http'
import { simpleParser } from 'mailparser'
import { createTransport } from 'nodemailer'
import { SMTPServer } from 'smtp-server'
import { page } from './page.mjs'

const MOST = 500

/**
 * A mail server that stands in for the world's: it takes every mail by SMTP and keeps it in memory; its page shows what came, and sends
 * answers as a visitor or an agent would, by SMTP to Janua's inbox.
 * @returns {Promise<{ smtp: string, address: string, mails: import('./mail.mjs').Kept[], answer(id: number, text: string, more?: { html?: string, attachments?: object[] }): Promise<void>, sendTo(inbox: number): void, stop(): Promise<void> }>}
 */
export async function startMail({ smtpPort = 0, pagePort = 0 } = {}) {
  const mails = []
  let inbox = null
  const smtp = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS', 'AUTH'],
    onData(stream, session, done) {
      simpleParser(stream)
        .then(({ subject = '', text = '', messageId = '', references = [] }) => {
          const to = session.envelope.rcptTo.map(({ address }) => address).join(', ')
          const from = session.envelope.mailFrom ? session.envelope.mailFrom.address : ''
          mails.push({
            id: mails.length + 1,
            at: new Date(),
            from,
            to,
            subject,
            text,
            messageId,
            references: [references].flat(),
            answers: [],
          })
          if (mails.length > MOST) mails.shift()
          done()
        })
        .catch(done)
    },
  })
  smtp.on('error', () => undefined)
  await listening(smtp, smtpPort)

  async function answer(id, text, more = {}) {
    const mail = mails.find((each) => each.id === id)
    if (!mail) throw new Error('There is no such mail.')
    if (inbox === null) throw new Error('Janua takes no mail just now.')
    const transport = createTransport(`smtp://127.0.0.1:${inbox}`)
    const quoted = mail.text
      .split('\n')
      .map((line) => `> ${line}`)
      .join('\n')
    await transport.sendMail({
      from: mail.to,
      to: mail.from,
      subject: `Re: ${mail.subject}`,
      inReplyTo: mail.messageId,
      references: [...mail.references, mail.messageId],
      ...more,
      text: `${text}\n\nOn ${mail.at.toDateString()} ${mail.from} wrote:\n${quoted}`,
    })
    mail.answers.push(text)
  }

  const http = createServer(async (request, response) => {
    const url = new URL(request.url ?? '/', 'http://mail')
    const html = (status, note) =>
      response
        .writeHead(status, {
          'content-type': 'text/html; charset=utf-8',
          'content-security-policy':
            "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'",
        })
        .end(page(mails, { open: Number(url.searchParams.get('mail')) || mails.at(-1)?.id, note }))
    if (request.method !== 'POST') return html(200, '')
    // Only this page's own form may send: a page of somewhere else has another origin.
    if (request.headers.origin !== `http://${request.headers.host}`)
      return html(403, 'This did not come from this page.')
    const form = new URLSearchParams(await bodyOf(request))
    await answer(Number(form.get('mail')), String(form.get('text') ?? '')).then(
      () => html(200, 'Sent.'),
      (cause) => html(502, `It was not taken: ${cause.message}`),
    )
  })
  await listening(http, pagePort)

  return {
    smtp: `smtp://127.0.0.1:${smtp.server.address().port}`,
    address: `http://127.0.0.1:${http.address().port}`,
    mails,
    answer,
    sendTo: (port) => void (inbox = port),
    async stop() {
      await new Promise((done) => smtp.close(() => done()))
      http.closeAllConnections()
      await new Promise((done) => http.close(() => done()))
    },
  }
}

function listening(server, port) {
  return new Promise((ready, failed) => {
    server.once('error', failed)
    server.listen(port, '127.0.0.1', ready)
  })
}

async function bodyOf(request) {
  const pieces = []
  for await (const piece of request) pieces.push(piece)
  return Buffer.concat(pieces).toString('utf8').slice(0, 100_000)
}

import { expect } from 'chai'
import { randomBytes } from 'node:crypto'
import { connect } from 'node:net'
import { type MailSimulator, startMail } from '../../../../simulators/mail/mail.mjs'
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
import { ownWords } from './ownWords.ts'
import { openInbox, smtpPostman } from './smtp.ts'

const PNG = Buffer.concat([
  Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
  randomBytes(200),
])

describe('mail', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let mail: MailSimulator
  let anton: Member
  let inbox: Awaited<ReturnType<typeof openInbox>>
  before(async () => {
    mail = await startMail()
    ;({ janua, clock, close } = await freshJanua(
      undefined,
      undefined,
      smtpPostman(mail.smtp, 'team@janua.example'),
    ))
    const { queues } = await openTestApp(janua)
    anton = await member(janua, 'agent', 'Anton')
    await janua.handover.queues.save(anton, queues.refunds, {
      name: 'Refunds',
      members: [anton.id],
    })
    inbox = await openInbox(0, janua.inbox)
    mail.sendTo(inbox.port)
  })
  after(async () => {
    await inbox.close()
    await mail.stop()
    await close()
  })

  async function leavesCase(question: string): Promise<TestVisitor> {
    const someone = await visitor(janua)
    await someone.says(question)
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' })
    await someone.post('/way', { way: 'case' }).expect(204)
    await janua.channels.outbox.tick()
    return someone
  }

  it('goes out by SMTP, is answered at the mail server, and the answer comes into the thread', async () => {
    clock.set('2026-11-23T22:00:00Z')
    const someone = await leavesCase('my helicopter broke')
    const { caseNumber } = await someone.thread()
    expect(mail.mails.at(-1)).to.include({
      to: 'osk@mail.example',
      from: 'team@janua.example',
      subject: `Your question to Ask us [${caseNumber}]`,
    })
    await mail.answer(mail.mails.at(-1)!.id, 'It is the red one.\nWith stripes.')
    expect((await someone.thread()).messages.at(-1)).to.deep.include({
      author: 'visitor',
      text: 'It is the red one.\nWith stripes.',
      data: { by: 'mail' },
    })
  })
  it('brings pictures and PDF files into the thread; what cannot be kept is named, and layout pictures are left out', async () => {
    const someone = await leavesCase('my submarine broke')
    const pdf = Buffer.from('%PDF-1.4 made up')
    await mail.answer(mail.mails.at(-1)!.id, 'See for yourself.', {
      attachments: [
        { filename: 'ticket.pdf', content: pdf },
        { filename: 'hull.png', content: PNG },
        { filename: 'C:\\setup.exe', content: 'MZ' },
      ],
    })
    const { messages } = await someone.thread()
    expect(messages.slice(-3).map(({ kind, text }) => ({ kind, text }))).to.eql([
      { kind: 'file', text: 'ticket.pdf' },
      { kind: 'file', text: 'hull.png' },
      { kind: 'text', text: 'See for yourself.' },
    ])
    expect(messages.at(-1)!.data).to.eql({ by: 'mail', left: ['setup.exe'] })
    const file = (messages.at(-3)!.data as { file: number }).file
    expect(
      Buffer.compare(
        await janua.store.read((await janua.tables.attachments.findByPk(file))!.hash!),
        pdf,
      ),
    ).to.equal(0)
    // A file alone is an answer too.
    await mail.answer(mail.mails.at(-1)!.id, '', {
      attachments: [{ filename: 'again.pdf', content: pdf }],
    })
    expect((await someone.thread()).messages.at(-1)).to.include({ kind: 'file', text: 'again.pdf' })
    await mail.answer(mail.mails.at(-1)!.id, 'Thanks.', {
      html: '<p>Thanks.</p><img src="cid:logo">',
      attachments: [{ filename: 'logo.png', content: PNG, cid: 'logo' }],
    })
    expect((await someone.thread()).messages.at(-1)).to.include({ kind: 'text', text: 'Thanks.' })
  })
  it('is refused when it answers none of ours', async () => {
    mail.mails.push({
      ...mail.mails.at(-1)!,
      id: 99,
      messageId: '<made.up@janua.example>',
      references: [],
    })
    const failed = await mail.answer(99, 'hello').then(
      () => '',
      (cause: Error) => cause.message,
    )
    expect(failed).to.include('answers none of ours')
  })
  it('tells an agent who is away that somebody waits, once, outside quiet hours; the answer to it reaches the visitor', async () => {
    clock.set('2026-11-24T10:00:00Z')
    await anton.put('/presence', { presence: 'away' }).expect(204)
    const wants = (quiet: object | null) =>
      anton.put('/alerts', { browser: true, sound: false, mail: true, quiet }).expect(204)
    await wants({ from: '09:00', to: '11:00' })
    const someone = await visitor(janua)
    await someone.says('is my helicopter coming')
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' })
    await someone.post('/way', { way: 'wait' }).expect(204)
    const before = mail.mails.length
    const told = async () => {
      for (let i = 0; i < 2; i++) {
        await janua.handover.alerts.tick()
        await janua.channels.outbox.tick()
      }
      return mail.mails.slice(before)
    }
    expect(await told(), 'quiet hours').to.eql([])
    await wants(null)
    const [alert, ...more] = await told()
    expect(more).to.eql([])
    expect(alert).to.include({
      to: 'anton@team.example',
      subject: 'Somebody is waiting in Refunds: is my helicopter coming',
    })
    expect(alert!.text).to.include('Osk is waiting for somebody in Refunds and wrote:')
    await mail.answer(alert!.id, 'In ten minutes.')
    const { state, messages } = await someone.thread()
    expect(state).to.equal('agent')
    expect(messages.at(-1)).to.include({ author: 'agent', name: 'Anton', text: 'In ten minutes.' })
  })
  it('that is no mail does not fell the inbox', async () => {
    await new Promise<void>((done) => {
      const socket = connect(inbox.port, '127.0.0.1', () =>
        socket.end('\u0000\u0001 nonsense\r\nDATA\r\nQUIT\r\n'),
      )
      socket.on('close', () => done())
      socket.resume()
    })
    await mail.answer(mail.mails[0]!.id, 'Still there?')
  })
})

describe('ownWords', () => {
  const cases: [string, string, string][] = [
    [
      'leaves the quoted mail out',
      'Yes\n\nOn Mon, 23 Nov 2026 Team wrote:\n> Is it?\n> Or not?',
      'Yes',
    ],
    ['leaves single quoted lines out', '> Is it?\nYes it is.', 'Yes it is.'],
    ['knows the German introduction', 'Ja\nAm 23.11.2026 schrieb Team:\n> Ist es?', 'Ja'],
    ['stops at a signature', 'Thanks\n-- \nOsk Verrall\nDirector', 'Thanks'],
    [
      'keeps what merely looks like one',
      'On Monday we go. He wrote: come.',
      'On Monday we go. He wrote: come.',
    ],
    ['is empty for a mail of quotes', '> a\n> b', ''],
  ]
  for (const [name, mail, own] of cases) it(name, () => expect(ownWords(mail)).to.equal(own))
})

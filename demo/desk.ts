import { STARTER_QUEUE } from '@janua/contracts'
import type { QueueHours } from '@janua/core'
import type { OpenJanua } from './allTables.ts'
import type { Lead } from './people.ts'

const day = [{ from: '07:00', to: '20:00' }]
const HOURS: QueueHours = {
  timeZone: 'Europe/London',
  weekly: [day, day, day, day, day, day, day],
  closed: [
    { day: '2020-12-25', name: 'Christmas Day', yearly: true },
    { day: '2021-01-01', name: 'New Year’s Day', yearly: true },
  ],
  extra: [],
}

const SAVED_REPLIES = [
  {
    name: 'Hello',
    text: 'Hello {visitor}, this is {agent} of Merrow Line. I have read what you wrote, one moment please.',
  },
  {
    name: 'Refund is on its way',
    text: 'The money goes back to the card that you paid with, within seven days. You need not do anything.',
  },
  {
    name: 'Please send a picture',
    text: 'Could you attach a picture of it here? Then I can look it up at the harbour.',
  },
  { name: 'Case', text: 'I keep this under the number {case} and write to you by mail.' },
]

/** How the desks of the demo are set up: one queue in turn, one that overflows, hours with closed days, saved replies, what agents can do. */
export async function seedDesk(
  janua: OpenJanua,
  lead: Lead,
  queues: ReadonlyMap<string, number>,
): Promise<void> {
  const { tables } = janua
  const settle = async (name: string, settings: Partial<typeof STARTER_QUEUE>) => {
    const members = (
      await tables.queueMembers.findAll({ where: { queueId: queues.get(name)! } })
    ).map(({ userId }) => userId)
    await janua.handover.queues.save(lead, queues.get(name)!, {
      name,
      members,
      settings: { ...STARTER_QUEUE, ...settings },
    })
  }
  await settle('Lost property', {
    assignment: 'in turn',
    targets: { high: 5, normal: 10, low: 60 },
    hours: HOURS,
  })
  await settle('Vehicles & freight', {
    overflow: { queue: queues.get('Bookings & changes')!, minutes: 15 },
    hours: HOURS,
  })
  await settle('Accessibility & assistance', { targets: { high: 3, normal: 4, low: 15 } })
  for (const { name, text } of SAVED_REPLIES)
    await tables.savedReplies.create({ name, text, userId: null, createdAt: new Date() })
  const skills: [string, { languages: ('en' | 'de')[]; atOnce: number }][] = [
    ['anton', { languages: ['en', 'de'], atOnce: 4 }],
    ['juno', { languages: ['en'], atOnce: 2 }],
    ['dorrit', { languages: ['en', 'de'], atOnce: 3 }],
  ]
  for (const [name, { languages, atOnce }] of skills) {
    const user = await tables.users.findOne({ where: { mail: `${name}@merrowline.example` } })
    await janua.handover.presence.setSkills(lead, user!.id, { languages, atOnce, topics: [] })
  }
}

/** What lies about on a Monday morning: a case of the night before, and two things that agents taught. */
export async function seedMorning(janua: OpenJanua): Promise<void> {
  const { tables } = janua
  const anton = (await janua.accounts.accounts.byMail('anton@merrowline.example'))!
  const mine = await tables.conversations.findAll({
    where: { agentId: anton.id, state: 'closed' },
    order: [['id', 'DESC']],
    limit: 40,
  })
  const said = async (conversation: number) =>
    (await tables.messages.findOne({
      where: { conversationId: conversation, author: 'agent' },
      order: [['seq', 'DESC']],
    }))!.text
  const [first, second] = mine.filter(({ subject }) => subject.length > 12)
  await janua.handover.proposals.teach(anton, first!.id, {
    kind: 'fixed',
    question: first!.subject,
    words: await said(first!.id),
    item: null,
  })
  await janua.handover.proposals.teach(anton, second!.id, {
    kind: 'article',
    question: second!.subject,
    words: await said(second!.id),
    item: null,
  })
}

/** Somebody asked at night and left it as a case. */
export async function seedCase(janua: OpenJanua): Promise<void> {
  const token = await janua.conversations.conversations.newVisitor()
  const visitor = {
    id: (await janua.conversations.conversations.visitorBy(token))!.id,
    door: 'help',
  }
  await janua.conversations.saying.say(visitor, {
    clientId: crypto.randomUUID(),
    text: 'my money back for the cancelled boat of sunday has not come',
    language: 'en',
  })
  await janua.handover.handover.ask(visitor, 'en')
  await janua.handover.handover.contact(visitor, {
    name: 'Wanda Bright',
    mail: 'wanda@mail.example',
    details: {},
  })
  await janua.handover.handover.choose(visitor, { way: 'case', phone: '' })
}

import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  article,
  freshJanua,
  type Member,
  member,
  openTestApp,
  publishAll,
  visitor,
} from '../../testing/harness.ts'

const FEW = 2
const MANY = 9

/** Pages that list things: how often the database is asked must not depend on how many there are. */
const LISTS = [
  '/draft',
  '/articles?offset=0&limit=50',
  '/releases',
  '/desk',
  '/queues',
  '/log',
  '/proposals?state=open',
  '/team',
  '/audit',
  '/unsettled',
  '/alerts',
  '/doors',
  '/glossary',
  '/topics',
  '/routing',
  '/models/encoder',
  '/checks',
]

describe('lists', function () {
  this.timeout(120_000)
  let janua: OpenJanua
  let lead: Member
  let close: () => Promise<void>
  let made = 0
  before(async () => {
    ;({ janua, close } = await freshJanua())
    const { queues } = await openTestApp(janua)
    lead = await member(janua, 'lead', 'Counting')
    const agent = await member(janua, 'agent', 'Present')
    await janua.handover.queues.save(lead, queues.refunds, { name: 'Refunds', members: [agent.id] })
  })
  after(() => close())

  /** One more of everything that is listed, each by somebody else. */
  async function addOne(): Promise<void> {
    const nth = ++made
    const own = await member(janua, 'lead', `Lead ${nth}`)
    const agent = await member(janua, 'agent', `Agent ${nth}`)
    await own.post('/articles', article(`Topic ${nth}`, `All about topic ${nth}.\n`)).expect(201)
    const queue = await janua.handover.queues.save(own, null, {
      name: `Queue ${nth}`,
      members: [agent.id],
    })
    expect(queue).to.be.a('number')
    const someone = await visitor(janua)
    await someone.says(`where does helicopter ${nth} land`)
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: `Osk ${nth}`, mail: `osk${nth}@mail.example` })
    const { conversation } = await someone.thread()
    const taken = await own.post(`/desk/${conversation}/take`)
    if (taken.status !== 204) throw new Error(JSON.stringify(taken.body))
    await own
      .post(`/desk/${conversation}/proposals`, {
        question: `Where does helicopter ${nth} land?`,
        kind: 'article',
        item: null,
        words: `On the mole ${nth}.`,
      })
      .expect(201)
    await publishAll(janua)
    await own.post('/articles', article(`Draft ${nth}`, `A draft of topic ${nth}.\n`)).expect(201)
  }

  async function counted(path: string): Promise<number> {
    // What is kept after the first look is no list's business.
    await lead.get(path).expect(200)
    let queries = 0
    const { options } = janua.db as unknown as { options: { logging: unknown } }
    const before = options.logging
    options.logging = () => queries++
    await lead.get(path).expect(200)
    options.logging = before
    return queries
  }

  it('ask the database as often for many as for few', async () => {
    while (made < FEW) await addOne()
    const few = new Map<string, number>()
    for (const path of LISTS) few.set(path, await counted(path))
    while (made < MANY) await addOne()
    const many = new Map<string, number>()
    for (const path of LISTS) many.set(path, await counted(path))
    expect([...many]).to.eql([...few])
  })
})

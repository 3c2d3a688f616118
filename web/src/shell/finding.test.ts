import type { GuidePage } from '@janua/contracts'
import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { findAnything } from './finding.ts'
import { queryClient } from './queryClient.ts'

const GUIDE = [
  {
    name: 'prove',
    title: 'Prove',
    blocks: [],
    sections: [
      {
        title: 'Threshold',
        page: '/threshold',
        blocks: [{ type: 'paragraph', content: { text: 'How confident it must be', html: '' } }],
      },
    ],
  },
] as unknown as GuidePage[]

describe('finding anything', () => {
  const server = new FakeServer()
  /** What the server says, by path without query. */
  let says: Record<string, unknown>
  beforeEach(() => {
    queryClient.clear()
    server.listen()
    server.answers = ({ path }) => says[path.split('?')[0]!]
    says = {
      '/articles': { rows: [], total: 0 },
      '/guide': GUIDE,
      '/queues': [{ name: 'Refunds' }, { name: 'Bookings' }],
      '/desk/search': [],
      '/team': [{ name: 'Anton Reed', mail: 'anton@team.example' }],
    }
  })

  const found = async (text: string, role: 'lead' | 'editor' | 'agent' = 'lead') =>
    Object.fromEntries(
      (await findAnything(text, role)).map(({ name, found }) => [
        name,
        found.map(({ label, path }) => `${label} ${path}`),
      ]),
    )

  it('finds pages and settings by any part of their names, and what the guide says', async () =>
    expect(await found('thresh')).to.eql({
      'Pages and settings': ['Threshold /threshold'],
      Guide: ['Threshold /guide/prove#threshold'],
    }))
  it('finds a setting on a page of another name, and words in the guide', async () => {
    expect(await found('retention')).to.eql({ 'Pages and settings': ['Retention /system'] })
    expect(await found('confident must')).to.eql({ Guide: ['Threshold /guide/prove#threshold'] })
  })
  it('finds conversations, queues and people', async () => {
    says['/desk/search'] = [
      { id: 7, subject: 'refund of a ticket', visitor: 'Mira', caseNumber: 'C-12' },
    ]
    expect(await found('refund')).to.eql({
      Conversations: ['refund of a ticket /desk/7'],
      Queues: ['Refunds /queues'],
    })
    says['/desk/search'] = []
    expect(await found('anton')).to.eql({ People: ['Anton Reed /team'] })
  })
  it('shows nobody what their role does not open', async () => {
    expect(await found('anton', 'agent')).to.eql({})
    expect(await found('routing', 'agent')).to.eql({})
    expect(await found('refund', 'editor')).to.eql({})
  })
  it('finds what it can while a source does not answer', async () => {
    says['/desk/search'] = 503
    expect(await found('refund')).to.eql({ Queues: ['Refunds /queues'] })
  })
  it('asks nobody for a single letter', async () => {
    await found('r')
    expect(server.asked).to.eql([])
  })
})

import type { Role } from '@janua/contracts'

/** The demo's team. All of them are made up, and all sign in with the same password. */
export const DEMO_PASSWORD = 'lantern-at-the-quay'

export interface DemoPerson {
  name: string
  mail: string
  role: Role
  queues: string[]
}

const agent = (name: string, ...queues: string[]): DemoPerson => ({
  name,
  mail: `${name.split(' ')[0]!.toLowerCase()}@merrowline.example`,
  role: 'agent',
  queues,
})

export const QUEUES = [
  'Bookings & changes',
  'Refunds & disruption',
  'Vehicles & freight',
  'Accessibility & assistance',
  'Lost property',
  'Groups',
] as const
const [BOOKINGS, REFUNDS, VEHICLES, CARE, LOST, GROUPS] = QUEUES

export const DEMO_PEOPLE: DemoPerson[] = [
  { name: 'Ines Marlow', mail: 'ines@merrowline.example', role: 'lead', queues: [] },
  { name: 'Edda Quill', mail: 'edda@merrowline.example', role: 'editor', queues: [] },
  agent('Anton Reeve', BOOKINGS, REFUNDS),
  agent('Bria Holm', BOOKINGS),
  agent('Callum Oake', REFUNDS),
  agent('Dorrit Vane', REFUNDS, CARE),
  agent('Emrys Tull', VEHICLES),
  agent('Fenna Croft', VEHICLES, BOOKINGS),
  agent('Gideon Marsh', CARE),
  agent('Hattie Lowe', CARE, BOOKINGS),
  agent('Idris Fallow', LOST, CARE),
  agent('Juno Pell', LOST),
  agent('Kit Sorrel', GROUPS),
  agent('Lorne Aske', GROUPS, BOOKINGS),
  agent('Maren Tyde', BOOKINGS, REFUNDS),
  agent('Nell Harrow', REFUNDS),
]

/** Routing as the demo's lead has set it: the first rule that fits. */
export const DEMO_RULES: {
  name: string
  words?: string[]
  collections?: string[]
  queue: string
  priority?: 'high' | 'low'
  note?: string
}[] = [
  {
    name: 'Complaints and refunds',
    words: ['refund', 'money back', 'complaint', 'compensation', 'cancelled'],
    queue: REFUNDS,
  },
  { name: 'Lost things', words: ['lost', 'found', 'left behind'], queue: LOST },
  {
    name: 'Assistance',
    words: ['wheelchair', 'help boarding'],
    collections: ['Assistance'],
    queue: CARE,
    priority: 'high',
    note: 'Ask for the boat and the day first: the crew must be told a day before.',
  },
  {
    name: 'Groups',
    words: ['group', 'charter', 'school class', 'coach party'],
    collections: ['Groups'],
    queue: GROUPS,
  },
  { name: 'Storms', collections: ['Storms and refunds'], queue: REFUNDS },
  {
    name: 'Vehicles, bicycles and freight',
    words: ['camper', 'trailer', 'lorry', 'pallet', 'bike'],
    collections: ['Vehicles', 'Pets and bicycles'],
    queue: VEHICLES,
  },
]
export const LAST_RESORT = BOOKINGS

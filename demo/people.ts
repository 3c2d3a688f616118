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
  /** Only as they are written: "found" is not "finds". */
  written?: string[]
  collections?: string[]
  queue: string
  priority?: 'high' | 'low'
  note?: string
}[] = [
  {
    name: 'Lost things',
    words: [
      'lost property',
      'lost and found',
      'left behind',
      'handed in',
      'hand in',
      'i forgot my',
      'forgot my',
      'left my',
      'lost my',
      'dropped my',
      'mislaid',
      'slipped out of',
      'fell out of',
      'anybody find',
      'somebody find',
      'anyone find',
      'someone find',
    ],
    written: ['lost', 'found'],
    queue: LOST,
  },
  {
    name: 'Assistance',
    words: [
      'wheelchair',
      'power chair',
      'mobility scooter',
      'help boarding',
      'help getting on',
      'disabled',
      'disability',
      'blind',
      'deaf',
      'guide dog',
      'assistance dog',
      'carer',
      'crutches',
      'walking stick',
      'walking frame',
      'steps',
      'stairs',
      'a lift',
      'finds walking',
      'hard of hearing',
      'pregnant',
    ],
    queue: CARE,
    priority: 'high',
    note: 'Ask for the boat and the day first: the crew must be told a day before.',
  },
  {
    name: 'Groups',
    words: [
      'group',
      'charter',
      'school class',
      'coach party',
      'pupils',
      'club',
      'choir',
      'orchestra',
      'wedding',
      'party of',
      'whole boat',
      'one invoice',
      'teachers',
      'team outing',
    ],
    queue: GROUPS,
  },
  {
    name: 'Complaints and refunds',
    words: [
      'refund',
      'money back',
      'complaint',
      'complain',
      'compensation',
      'cancelled',
      'reimburse',
      'claim',
      'storm',
      'turn round',
      'turned back',
      'never went',
      'did not sail',
      'sailed without',
      'missed my connection',
      'delayed',
      'pay for the hotel',
      'no money on my account',
    ],
    queue: REFUNDS,
  },
  {
    name: 'Vehicles, bicycles and freight',
    words: [
      'camper',
      'caravan',
      'motorhome',
      'trailer',
      'lorry',
      'van',
      'car',
      'motorbike',
      'bike',
      'bicycle',
      'cycle',
      'pallet',
      'crate',
      'parcel',
      'freight',
      'goods',
      'roof box',
      'car deck',
    ],
    queue: VEHICLES,
  },
  {
    name: 'Bookings',
    words: [
      'book',
      'booking',
      'confirmation',
      'check in',
      'ticket',
      'instead of the',
      'card fails',
    ],
    queue: BOOKINGS,
  },
  { name: 'Near assistance', collections: ['Assistance'], queue: CARE, priority: 'high' },
  { name: 'Near groups', collections: ['Groups'], queue: GROUPS },
  { name: 'Near storms', collections: ['Storms and refunds'], queue: REFUNDS },
  { name: 'Near vehicles', collections: ['Vehicles', 'Pets and bicycles'], queue: VEHICLES },
]
export const LAST_RESORT = BOOKINGS

export type Lead = { id: number; name: string }

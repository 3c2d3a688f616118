import type { Platform } from '../../platform/module.ts'
import { doorRoutes } from './routes.ts'
import { Doors } from './service.ts'
import { Sightings } from './sightings.ts'
import type { EngineHost } from '../answering/index.ts'
import type { Outbox } from '../channels/index.ts'
import type { ConversationsModule } from '../conversations/index.ts'
import type { Handover, Queues } from '../handover/index.ts'
import type { FileLinks } from '../library/index.ts'
import type { Draft, LivePointer, ReleaseViews } from '../releases/index.ts'

export type { Doors } from './service.ts'
export type { Sightings } from './sightings.ts'

interface Ports
  extends
    Pick<Platform, 'clock' | 'limits' | 'settings'>,
    Pick<ConversationsModule, 'conversations' | 'saying' | 'attachments'> {
  read: ReleaseViews
  draft: Draft
  live: LivePointer
  engine: EngineHost
  fileLinks: FileLinks
  outbox: Outbox
  queues: Queues
  handover: Handover
}

/** Where visitors come in: how doors look, what they offer, and the calls that the visitor's window makes. */
export function createDoors(ports: Ports) {
  const { conversations, saying, attachments, handover, outbox, queues, limits } = ports
  const doors = new Doors({
    ...ports,
    citations: conversations,
    sendsMail: () => outbox.isSetUp,
    isStaffed: () => queues.areStaffed(),
  })
  return {
    doors,
    sightings: new Sightings(ports),
    routes: doorRoutes({ doors, conversations, saying, handover, attachments, limits }),
  }
}

export type DoorsModule = ReturnType<typeof createDoors>

import { type QueueSettings, STARTER_QUEUE } from '@janua/contracts'
import { type Openness, openAt, type Priority, queueOpenAt } from '@janua/core'
import type { QueueRow } from './tables.ts'
import type { OpenDoor } from '../answering/index.ts'

/** A queue's settings as they were saved, with what queues did not have then. */
export function settingsOf({ settings }: Pick<QueueRow, 'settings'>): QueueSettings {
  return { ...STARTER_QUEUE, ...settings }
}

/** Whether a queue's people are there: by its own hours, else by those of the door. */
export function queueOpen(
  queue: Pick<QueueRow, 'settings'>,
  { hours, timeZone }: Pick<OpenDoor, 'hours' | 'timeZone'>,
  now: Date,
): Openness {
  const own = settingsOf(queue).hours
  return own ? queueOpenAt(own, now) : openAt(hours, timeZone, now)
}

/** When somebody is to be there. @param minutes what a rule asks for; the queue's own target when not given */
export function dueAt(
  queue: Pick<QueueRow, 'settings'>,
  { askedAt, priority, minutes }: { askedAt: Date; priority: Priority; minutes?: number },
): Date {
  return new Date(+askedAt + (minutes ?? settingsOf(queue).targets[priority]) * 60_000)
}

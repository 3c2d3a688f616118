import type { PlantedTopic } from './content.ts'
import { QUEUES } from './people.ts'

const [BOOKINGS, REFUNDS, VEHICLES, CARE, LOST, GROUPS] = QUEUES

/** Which queue can settle what an article is about; the first that fits its path. Set down before any rule was tried on it. */
const BY_ARTICLE: readonly [RegExp, string][] = [
  [/^bookings\/(cancel|invoices)|^storms\//, REFUNDS!],
  [/^vehicles\/|^pets\/bicycles|^fares\/vehicle/, VEHICLES!],
  [/^assistance\/|^pets\/assistance/, CARE!],
  [/^onboard\/lost/, LOST!],
  [/^groups\//, GROUPS!],
]
const BY_TOPIC: Record<string, string> = {
  'e-bike charging': VEHICLES!,
  'island car hire': VEHICLES!,
  'private hire': GROUPS!,
  'travel insurance': REFUNDS!,
  'what runs right now': REFUNDS!,
  'baby changing': CARE!,
  'gift vouchers': BOOKINGS!,
  'season tickets': BOOKINGS!,
}
/** What no article settles and no planted topic holds: by what somebody of the team would see at a glance. */
const BY_WORDS: readonly [RegExp, string][] = [
  [/complain|rude|filthy|manager|insur|insured/i, REFUNDS!],
  [/wedding|married|charter|whole boat|party|school|ashes/i, GROUPS!],
  [/\bcar\b|van|drive|fuel|charge|motor|trailer|bike/i, VEHICLES!],
  [/baby|nappies|wheel|hearing|blind|doctor|play area/i, CARE!],
  [/lost|found|left my/i, LOST!],
]

/** The queue that settles a question, as the demo's generator has it: never stored with the history, only measured against. */
export function rightQueueOf(
  { text, settledBy }: { text: string; settledBy: string | null },
  topic: Pick<PlantedTopic, 'name'> | undefined,
): string {
  if (topic) return BY_TOPIC[topic.name] ?? BOOKINGS!
  const list = settledBy === null ? BY_WORDS : BY_ARTICLE
  return list.find(([pattern]) => pattern.test(settledBy ?? text))?.[1] ?? BOOKINGS!
}

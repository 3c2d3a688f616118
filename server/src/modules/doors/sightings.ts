import type { Sighting } from '@janua/contracts'
import type { Clock } from '../../platform/clock.ts'
import type { Settings } from '../../platform/settings.ts'

/** A page that asks again within this is not noted again. */
const AGAIN_MS = 5_000
/** Only allowed sites are noted, of which a door has few. */
const MOST_SITES = 20
const nameOf = (door: string) => `seen:${door}`

/**
 * Where doors were seen: the script of a door asks whether it may show, and says from which site. So a lead learns at
 * once that the tag is in place.
 */
export class Sightings {
  private readonly lately = new Map<string, number>()

  constructor(private readonly dependencies: { settings: Settings; clock: Clock }) {}

  /** Notes that a page of an allowed site has shown a door. @param site its origin, as in https://www.merrowline.example */
  async note(door: string, site: string): Promise<void> {
    const { settings, clock } = this.dependencies
    const now = clock.now()
    const key = `${door} ${site}`
    if (+now - (this.lately.get(key) ?? -Infinity) < AGAIN_MS) return
    this.lately.set(key, +now)
    const others = (await this.of(door)).filter((each) => each.site !== site)
    const seen = [{ site, at: now.toISOString() }, ...others]
    await settings.write(nameOf(door), seen.slice(0, MOST_SITES))
  }

  /** @returns the newest first */
  async of(door: string): Promise<Sighting[]> {
    return (await this.dependencies.settings.read<Sighting[]>(nameOf(door))) ?? []
  }
}

import type { ReportingSettings } from '@janua/contracts'
import type { Settings } from '../../platform/settings.ts'
import type { EngineHost } from '../answering/index.ts'

const NAME = 'reporting'

/** How reports count: the team's time zone, the return window, and what a hand-over costs where the lead has set it. */
export class Reporting {
  constructor(private readonly dependencies: { settings: Settings; engine: EngineHost }) {}

  /** What the lead set, else the zone of the first door, seven days, and nothing about cost. */
  async read(): Promise<ReportingSettings> {
    const { settings, engine } = this.dependencies
    const kept = await settings.read<Partial<ReportingSettings>>(NAME)
    const zone = (await engine.live())?.doors[0]?.timeZone ?? 'UTC'
    return {
      zone,
      returnDays: 7,
      handleMinutes: null,
      costPerHour: null,
      currency: '€',
      ...kept,
    }
  }

  async set(settings: ReportingSettings): Promise<void> {
    await this.dependencies.settings.write(NAME, settings)
  }
}

import type { ReportingSettings } from '@janua/contracts'
import type { EngineHost } from '../answering/engineHost.ts'
import type { AllTables } from '../../allTables.ts'

const NAME = 'reporting'

/** How reports count: the team's time zone, the return window, and what a hand-over costs where the lead has set it. */
export class Reporting {
  constructor(private readonly needs: { tables: AllTables; engine: EngineHost }) {}

  /** What the lead set, else the zone of the first door, seven days, and nothing about cost. */
  async read(): Promise<ReportingSettings> {
    const { tables, engine } = this.needs
    const row = await tables.settings.findByPk(NAME)
    const zone = (await engine.live())?.doors[0]?.timeZone ?? 'UTC'
    return {
      zone,
      returnDays: 7,
      handleMinutes: null,
      costPerHour: null,
      currency: '€',
      ...((row?.value as Partial<ReportingSettings> | undefined) ?? {}),
    }
  }

  async set(settings: ReportingSettings): Promise<void> {
    await this.needs.tables.settings.upsert({ name: NAME, value: settings })
  }
}

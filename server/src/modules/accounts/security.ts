import type { SecuritySettings } from '@janua/contracts'
import type { Actor, Audit } from './audit.ts'
import type { AllTables } from '../../allTables.ts'

const NAME = 'security'
const STARTER_SECURITY: SecuritySettings = { secondFactorForLeads: false, idleHours: 12 }

/** The team's rules for signing in. */
export class Security {
  constructor(private readonly needs: { tables: AllTables; audit: Audit }) {}

  async read(): Promise<SecuritySettings> {
    const row = await this.needs.tables.settings.findByPk(NAME)
    return { ...STARTER_SECURITY, ...(row?.value as Partial<SecuritySettings> | undefined) }
  }

  async save(actor: Actor, settings: SecuritySettings): Promise<void> {
    await this.needs.tables.settings.upsert({ name: NAME, value: settings })
    await this.needs.audit.note(actor, 'changed sign-in rules', 'Team', { ...settings })
  }
}

import type { SecuritySettings } from '@janua/contracts'
import type { Actor, Audit } from './audit.ts'
import type { Settings } from '../../platform/settings.ts'

const NAME = 'security'
const STARTER_SECURITY: SecuritySettings = { secondFactorForLeads: false, idleHours: 12 }

/** The team's rules for signing in. */
export class Security {
  constructor(private readonly dependencies: { settings: Settings; audit: Audit }) {}

  async read(): Promise<SecuritySettings> {
    const kept = await this.dependencies.settings.read<Partial<SecuritySettings>>(NAME)
    return { ...STARTER_SECURITY, ...kept }
  }

  async save(actor: Actor, settings: SecuritySettings): Promise<void> {
    await this.dependencies.settings.write(NAME, settings)
    await this.dependencies.audit.note(actor, 'changed sign-in rules', 'Team', { ...settings })
  }
}

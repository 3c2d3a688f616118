import type { Settings } from '../../../platform/settings.ts'
import type { Actor, Audit } from '../../accounts/index.ts'

const NAME = 'allowed_hosts'

/** The hosts that Janua may read from: the lead's list. Nothing else is ever asked for a page. */
export class AllowedHosts {
  constructor(private readonly dependencies: { settings: Settings; audit: Audit }) {}

  async read(): Promise<string[]> {
    return (await this.dependencies.settings.read<string[]>(NAME)) ?? []
  }

  async set(): Promise<ReadonlySet<string>> {
    return new Set(await this.read())
  }

  async write(actor: Actor, hosts: readonly string[]): Promise<string[]> {
    const sorted = [...new Set(hosts)].sort()
    await this.dependencies.settings.write(NAME, sorted)
    await this.dependencies.audit.note(
      actor,
      'changed the allowed hosts',
      sorted.join(', ').slice(0, 250),
      {},
    )
    return sorted
  }
}

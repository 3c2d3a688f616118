import type { Events } from '../../platform/events.ts'
import type { AccountTables } from './tables.ts'

/** Names of people by their number, kept until somebody's account changes. */
export class Names {
  private known = new Map<number, string>()

  constructor(
    private readonly tables: AccountTables,
    events: Events,
  ) {
    events.on('access', () => this.known.clear())
  }

  async nameOf(id: number | null): Promise<string> {
    if (id === null) return 'Janua'
    const known = this.known.get(id)
    if (known !== undefined) return known
    const name = (await this.tables.users.findByPk(id))?.name ?? 'somebody who left'
    this.known.set(id, name)
    return name
  }
}

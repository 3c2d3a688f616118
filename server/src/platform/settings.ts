import type { Sequelize, Transaction } from 'sequelize'
import { json, table, text } from './database/tables.ts'

interface SettingRow {
  name: string
  value: unknown
}

/** Single values that outlive a restart, by name: which release is live, how far figures are counted. */
export class Settings {
  private readonly rows

  constructor(db: Sequelize) {
    this.rows = table<SettingRow>(db, 'settings', {
      name: { type: text(60), primaryKey: true },
      value: json('value'),
    })
  }

  /** @returns undefined when nothing is kept under this name */
  async read<T>(name: string, transaction?: Transaction, lock = false): Promise<T | undefined> {
    const row = await this.rows.findByPk(name, { transaction, lock })
    return (row?.value ?? undefined) as T | undefined
  }

  /** Several at once. @returns by name, those that are kept */
  async readAll(names: readonly string[]): Promise<Map<string, unknown>> {
    const rows = await this.rows.findAll({ where: { name: [...names] } })
    return new Map(rows.map(({ name, value }) => [name, value]))
  }

  async write(name: string, value: unknown, transaction?: Transaction): Promise<void> {
    await this.rows.upsert({ name, value }, { transaction })
  }

  async remove(name: string, transaction?: Transaction): Promise<void> {
    await this.rows.destroy({ where: { name }, transaction })
  }
}

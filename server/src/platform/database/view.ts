import type { CountOptions, FindOptions, Transaction } from 'sequelize'
import type { Row, Table } from './tables.ts'

/** What a module lets others ask of a table of its own: its rows, and nothing that changes them. */
class View<T extends object> {
  constructor(private readonly table: Table<T>) {}

  find(id: number, transaction?: Transaction): Promise<Readonly<T> | null> {
    return this.table.findByPk(id, { transaction })
  }

  first(options: FindOptions<T>): Promise<Readonly<T> | null> {
    return this.table.findOne(options as FindOptions<Row<T>['_attributes']>)
  }

  list(options: FindOptions<T> = {}): Promise<Readonly<T>[]> {
    return this.table.findAll(options as FindOptions<Row<T>['_attributes']>)
  }

  count(options: CountOptions<T> = {}): Promise<number> {
    return this.table.count(options as CountOptions<Row<T>['_attributes']>)
  }
}

/** Of each table of a module what others may ask. */
export type Views<Tables> = {
  readonly [Name in keyof Tables]: Tables[Name] extends Table<infer T> ? View<T> : never
}

export function viewsOf<Tables extends object>(tables: Tables): Views<Tables> {
  const views = Object.entries(tables).map(([name, each]) => [
    name,
    new View(each as Table<Record<string, unknown>>),
  ])
  return Object.fromEntries(views) as Views<Tables>
}

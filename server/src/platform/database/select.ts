import { QueryTypes, type Sequelize } from 'sequelize'

/** The rows of a statement of one's own. @param replacements what stands for its `:names` */
export function selectRows<T extends object>(
  db: Sequelize,
  sql: string,
  replacements: Record<string, unknown> = {},
): Promise<T[]> {
  return db.query<T>(sql, { replacements, type: QueryTypes.SELECT })
}

import type { Transaction } from 'sequelize'
import type { VerificationTables } from './tables.ts'

/** Takes wordings out of what replays found. */
export function eraseWordings(tables: VerificationTables) {
  return async (norms: readonly string[], transaction: Transaction): Promise<void> => {
    await tables.replayResults.destroy({ where: { norm: [...norms] }, transaction })
  }
}

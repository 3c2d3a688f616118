import type { Sequelize } from 'sequelize'
import type { Janua } from '../server/src/app.ts'
import { accountTables } from '../server/src/modules/accounts/tables.ts'
import { answeringTables } from '../server/src/modules/answering/tables.ts'
import { channelTables } from '../server/src/modules/channels/tables.ts'
import { conversationTables } from '../server/src/modules/conversations/tables.ts'
import { coverageTables } from '../server/src/modules/coverage/tables.ts'
import { handoverTables } from '../server/src/modules/handover/tables.ts'
import { healthTables } from '../server/src/modules/library/health/tables.ts'
import { siteTables } from '../server/src/modules/library/sites/tables.ts'
import { libraryTables } from '../server/src/modules/library/tables.ts'
import { modelTables } from '../server/src/modules/models/tables.ts'
import { questionTables } from '../server/src/modules/questions/tables.ts'
import { releaseTables } from '../server/src/modules/releases/tables.ts'
import { verificationTables } from '../server/src/modules/verification/tables.ts'
import { jobTables } from '../server/src/platform/jobs/runner.ts'

/** Every table, for those who load, measure and test: a module itself sees only its own. */
function allTables(db: Sequelize) {
  return {
    ...accountTables(db),
    ...answeringTables(db),
    ...channelTables(db),
    ...conversationTables(db),
    ...coverageTables(db),
    ...handoverTables(db),
    ...healthTables(db),
    ...siteTables(db),
    ...libraryTables(db),
    ...modelTables(db),
    ...questionTables(db),
    ...releaseTables(db),
    ...verificationTables(db),
    ...jobTables(db),
  }
}
type AllTables = ReturnType<typeof allTables>
/** Janua with all its tables at hand. */
export type OpenJanua = Janua & { tables: AllTables }

export function withTables(janua: Janua): OpenJanua {
  return { ...janua, tables: allTables(janua.db) }
}

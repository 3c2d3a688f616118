import type { Sequelize } from 'sequelize'
import { accountTables } from './modules/accounts/tables.ts'
import { answeringTables } from './modules/answering/tables.ts'
import { channelTables } from './modules/channels/tables.ts'
import { conversationTables } from './modules/conversations/tables.ts'
import { coverageTables } from './modules/coverage/tables.ts'
import { handoverTables } from './modules/handover/tables.ts'
import { healthTables } from './modules/library/health/tables.ts'
import { siteTables } from './modules/library/sites/tables.ts'
import { libraryTables } from './modules/library/tables.ts'
import { modelTables } from './modules/models/tables.ts'
import { questionTables } from './modules/questions/tables.ts'
import { releaseTables } from './modules/releases/tables.ts'
import { verificationTables } from './modules/verification/tables.ts'
import { jobTables } from './platform/jobs/runner.ts'

export function allTables(db: Sequelize) {
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
export type AllTables = ReturnType<typeof allTables>

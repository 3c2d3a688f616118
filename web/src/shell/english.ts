import accounts from '../../../locales/en/accounts.json'
import answering from '../../../locales/en/answering.json'
import common from '../../../locales/en/common.json'
import coverage from '../../../locales/en/coverage.json'
import doors from '../../../locales/en/doors.json'
import handover from '../../../locales/en/handover.json'
import library from '../../../locales/en/library.json'
import models from '../../../locales/en/models.json'
import releases from '../../../locales/en/releases.json'
import shell from '../../../locales/en/shell.json'
import start from '../../../locales/en/start.json'
import system from '../../../locales/en/system.json'
import units from '../../../locales/en/units.json'

export default {
  ...accounts,
  ...answering,
  ...common,
  ...coverage,
  ...doors,
  ...handover,
  ...library,
  ...models,
  ...releases,
  ...shell,
  ...start,
  ...system,
  ...units,
}

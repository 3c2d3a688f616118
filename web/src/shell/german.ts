import accounts from '../../../locales/de/accounts.json'
import answering from '../../../locales/de/answering.json'
import common from '../../../locales/de/common.json'
import coverage from '../../../locales/de/coverage.json'
import doors from '../../../locales/de/doors.json'
import handover from '../../../locales/de/handover.json'
import library from '../../../locales/de/library.json'
import models from '../../../locales/de/models.json'
import releases from '../../../locales/de/releases.json'
import shell from '../../../locales/de/shell.json'
import start from '../../../locales/de/start.json'
import system from '../../../locales/de/system.json'
import units from '../../../locales/de/units.json'

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

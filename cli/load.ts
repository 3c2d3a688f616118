import { command } from './command.ts'
import { firstLoad } from './firstLoad.ts'

await command(async (db, { files, today = null }) => {
  await firstLoad(db, { seed: 'demo', today, files }, () => undefined)
  return 'The demo is loaded'
})

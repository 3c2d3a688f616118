import { readBackup } from '../server/src/modules/system/backup.ts'
import { command } from './command.ts'

await command(async (db, { files, from }) => {
  const { rows, copied } = await readBackup(db, files, from!)
  return `Restored ${rows} rows and ${copied} files. Start Janua on this folder now: npm start -- --data DIR`
})

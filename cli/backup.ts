import { writeBackup } from '../server/src/modules/system/backup.ts'
import { command } from './command.ts'

await command(async (db, { files, to }) => {
  const { rows, copied } = await writeBackup(db, files, to!)
  return `Backed up ${rows} rows and ${copied} files into ${to}`
})

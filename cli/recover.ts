import { createJanua } from '../server/src/app.ts'
import { command } from './command.ts'

await command(async (db, { mail }) => {
  const janua = createJanua({ db, sessionSecret: 'not used by this command' })
  let token: string
  try {
    token = await janua.accounts.accounts.recover(mail!)
  } finally {
    await janua.close()
  }
  return `This link works once, for a day. Open it where you reach Janua:\n\n  /link/${token}\n\nA second factor of this account was removed.`
})

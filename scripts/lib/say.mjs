/** A sentence for the person at the keyboard. */
export function say(text) {
  process.stdout.write(`${text}\n`)
}

/** Something that a person must settle before Janua can go on: one plain sentence, no stack trace. */
export class Plain extends Error {}

const SYSTEM = {
  ENOSPC: 'The disk is full. Make room, then start again; nothing that was stored is lost.',
  EROFS: 'The disk is read-only. Choose another place: npm start -- --data DIR',
  EACCES:
    'A file or folder may not be written by you. Choose another place: npm start -- --data DIR',
  EPERM:
    'A file or folder may not be written by you. Choose another place: npm start -- --data DIR',
  EDQUOT: 'Your disk quota is used up. Make room, then start again.',
}

/** Ends the program with a plain sentence for whatever went wrong. */
export function giveUp(cause) {
  const known = cause instanceof Plain ? cause.message : SYSTEM[cause?.code]
  process.stderr.write(
    `\n${known ? `${known}${cause instanceof Plain || !cause.path ? '' : ` (${cause.path})`}` : `Janua could not go on: ${cause?.message ?? cause}`}\n`,
  )
  if (process.env.JANUA_DEBUG) process.stderr.write(`${cause?.stack}\n`)
  process.exit(1)
}

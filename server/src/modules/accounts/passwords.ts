import { hash, verify } from '@node-rs/argon2'
import { dictionary } from '@zxcvbn-ts/language-common'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'

/** Argon2id with 19 MiB and two passes, the least that the OWASP password sheet recommends. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 }

export function hashPassword(password: string): Promise<string> {
  return hash(password, COST)
}

let decoy: Promise<string> | undefined

/** Checks a password; without a hash it takes as long and says no, so that nobody learns which addresses exist. */
export async function passwordFits(password: string, hashed: string | null): Promise<boolean> {
  if (hashed !== null) return verify(hashed, password)
  decoy ??= hashPassword('nobody has this password')
  await verify(await decoy, password)
  return false
}

const COMMON: ReadonlySet<string> = new Set(dictionary['passwords-common'])
/** Fewer different characters than this are a pattern, however long. */
const LEAST_DIFFERENT = 5
const ROWS = ['abcdefghijklmnopqrstuvwxyz', '01234567890', 'qwertyuiop', 'qwertzuiop', 'asdfghjkl']

/**
 * Refuses passwords that are tried first: common ones (also with digits or signs around them), those made of one's own name or
 * of Janua's, repetitions and rows of keys. There are no rules on kinds of characters.
 * @throws WEAK_PASSWORD with the reason
 * @see NIST SP 800-63B, section 5.1.1.2
 */
export function refuseWeak(password: string, { name, mail }: { name: string; mail: string }): void {
  const folded = password.toLowerCase()
  if (new Set(folded).size < LEAST_DIFFERENT)
    throw problem('WEAK_PASSWORD', phrase('refusals.passwordRepeats'))
  if (isOfRows(folded)) throw problem('WEAK_PASSWORD', phrase('refusals.passwordRow'))
  const core = folded.replace(/^[^\p{L}]+|[^\p{L}]+$/gu, '')
  const repeated = /^(.+?)\1+$/u.exec(folded)?.[1]
  if ([folded, core, repeated ?? ''].some((each) => COMMON.has(each)))
    throw problem('WEAK_PASSWORD', phrase('refusals.passwordCommon'))
  const own = [...name.toLowerCase().split(/\s+/), ...mail.toLowerCase().split(/[@.]/), 'janua']
  const rest = own
    .filter((part) => part.length > 2)
    .reduce((left, part) => left.replaceAll(part, ''), folded)
  if (rest.replace(/[^\p{L}\p{N}]/gu, '').length < LEAST_DIFFERENT)
    throw problem('WEAK_PASSWORD', phrase('refusals.passwordOwn'))
}

/** Whether it is nothing but stretches of at least four neighbours in one of the rows, forwards or backwards. */
function isOfRows(text: string): boolean {
  const rows = ROWS.flatMap((row) => [row, [...row].reverse().join('')])
  let at = 0
  while (at < text.length) {
    let length = 1
    while (
      rows.some((row) => row.includes(text.slice(at, at + length + 1))) &&
      at + length < text.length
    )
      length++
    if (length < 4 && at + length < text.length) return false
    if (length < 3) return at > text.length - 3
    at += length
  }
  return true
}

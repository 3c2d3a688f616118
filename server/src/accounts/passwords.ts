import { hash, verify } from '@node-rs/argon2'

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

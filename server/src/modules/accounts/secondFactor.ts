import { randomBytes } from 'node:crypto'
import { generateSecret, generateURI, verify } from 'otplib'
import QRCode from 'qrcode'
import { problem } from '../../platform/http/problems.ts'
import type { Row } from '../../platform/database/tables.ts'
import type { UserRow } from './tables.ts'
import { sha256 } from '../../platform/hash.ts'

const CODES = 10
/** A code is good for its half minute and the one before and after, as clocks differ. */
const TOLERANCE_SECONDS = 30

/** What an authenticator app needs to make codes for an account. */
export interface Enrolment {
  secret: string
  uri: string
  /** The address as a QR code, an SVG picture. */
  qr: string
}

/** Begins: the secret waits until a first code proves that an app has it. */
export async function beginSecondFactor(user: Row<UserRow>): Promise<Enrolment> {
  const secret = generateSecret()
  await user.update({ totpPending: secret })
  const uri = generateURI({ issuer: 'Janua', label: user.mail, secret })
  return { secret, uri, qr: await QRCode.toString(uri, { type: 'svg', margin: 1 }) }
}

/** Ends the enrolment with the app's first code. @returns recovery codes, shown once. @throws WRONG_CODE */
export async function confirmSecondFactor(user: Row<UserRow>, code: string): Promise<string[]> {
  const step = user.totpPending ? await stepOf(user.totpPending, code) : null
  if (step === null) throw problem('WRONG_CODE')
  const codes = Array.from({ length: CODES }, newRecoveryCode)
  await user.update({
    totpSecret: user.totpPending,
    totpPending: null,
    totpStep: step,
    recoveryCodes: codes.map(hashOf),
  })
  return codes
}

export async function endSecondFactor(user: Row<UserRow>): Promise<void> {
  await user.update({ totpSecret: null, totpPending: null, totpStep: null, recoveryCodes: null })
}

/**
 * Checks the second factor of somebody who has one: a code of the app, each good once, or a recovery code, which is used up.
 * @throws CODE_NEEDED when none was given
 * @returns whether it fits
 */
export async function secondFactorFits(
  user: Row<UserRow>,
  code: string | undefined,
): Promise<boolean> {
  if (user.totpSecret === null) return true
  if (!code) throw problem('CODE_NEEDED')
  const given = code.replace(/[\s-]/g, '').toLowerCase()
  const left = (user.recoveryCodes ?? []).filter((each) => each !== hashOf(given))
  if (left.length < (user.recoveryCodes ?? []).length) {
    await user.update({ recoveryCodes: left })
    return true
  }
  const step = await stepOf(user.totpSecret, given)
  if (step === null || (user.totpStep !== null && step <= user.totpStep)) return false
  await user.update({ totpStep: step })
  return true
}

/** The time step that a code belongs to; null when it is wrong. The real clock counts here, as it does in the app. */
async function stepOf(secret: string, code: string): Promise<number | null> {
  if (!/^\d{6}$/.test(code)) return null
  const result = await verify({ secret, token: code, epochTolerance: TOLERANCE_SECONDS })
  return result.valid ? (result as { timeStep: number }).timeStep : null
}

function newRecoveryCode(): string {
  return randomBytes(5).toString('hex')
}

function hashOf(code: string): string {
  return sha256(code)
}

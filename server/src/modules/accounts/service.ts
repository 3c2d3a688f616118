import type {
  LinkInfo,
  OwnAccount,
  OwnSession,
  Person,
  Role,
  SecondFactorStart,
  SignedIn,
} from '@janua/contracts'
import { sha256 } from '../../platform/hash.ts'
import { RateLimiterMemory } from 'rate-limiter-flexible'
import { Op, type Sequelize, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Events } from '../../platform/events.ts'
import { networkOf } from '../../platform/http/limits.ts'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import { newToken } from '../../platform/http/security.ts'
import { type Actor, type Audit, JANUA } from './audit.ts'
import type { AccountTables, LinkRow, UserRow } from './tables.ts'
import { hashPassword, passwordFits, refuseWeak } from './passwords.ts'
import {
  beginSecondFactor,
  confirmSecondFactor,
  endSecondFactor,
  secondFactorFits,
} from './secondFactor.ts'
import type { Security } from './security.ts'
import type { Row } from '../../platform/database/tables.ts'

const HOUR = 3_600_000
const LINK_HOURS = { invite: 72, reset: 24, setup: 24 * 365 }
/** So many failures of one source with one address are forgiven in so many seconds. */
const FREE_FAILURES = 5
const FAILURES_SECONDS = 900

interface Dependencies {
  db: Sequelize
  tables: AccountTables
  sessions: {
    endAll(user: number, except?: string): Promise<number>
    endOne(user: number, id: string): Promise<number>
    of(user: number, sid: string): Promise<OwnSession[]>
    count(): Promise<Map<number, number>>
  }
  security: Security
  audit: Audit
  events: Events
  clock: Clock
}

/** Who is on the team, how they sign in, and how they come and go. */
export class Accounts {
  private readonly failures = new RateLimiterMemory({
    keyPrefix: 'failed sign-ins',
    points: FREE_FAILURES,
    duration: FAILURES_SECONDS,
  })

  constructor(private readonly dependencies: Dependencies) {}

  /**
   * Failures count by the network address and the mail address together: so nobody can lock another out from elsewhere, the
   * same holds whether the address is known or not, and after a quarter of an hour all is forgotten.
   * @throws TOO_MANY, WRONG_SIGN_IN, CODE_NEEDED
   */
  async signIn(
    { mail, password, code }: { mail: string; password: string; code?: string },
    address: string,
  ): Promise<SignedIn> {
    const { tables, clock, audit } = this.dependencies
    const key = `${networkOf(address)} ${sha256(mail)}`
    const before = await this.failures.get(key)
    if (before && before.consumedPoints >= FREE_FAILURES)
      throw problem('TOO_MANY', Math.max(1, Math.ceil(before.msBeforeNext / 1_000)))
    const user = await tables.users.findOne({ where: { mail } })
    const fits = await passwordFits(password, user?.active ? user.password : null)
    if (!user || !fits || !(await secondFactorFits(user, code))) {
      const { consumedPoints } = await this.failures.penalty(key)
      if (user && consumedPoints === FREE_FAILURES)
        await audit.note(JANUA, 'slowed down sign-in', user.mail, { failures: consumedPoints })
      throw problem('WRONG_SIGN_IN')
    }
    await this.failures.delete(key)
    await user.update({ lastSeenAt: clock.now() })
    await audit.note(user, 'signed in', user.mail)
    return signedIn(user)
  }

  /** Whether the team's rules keep somebody out until they have a second factor. */
  async needsSecondFactor({ id, role }: SignedIn): Promise<boolean> {
    const { security, tables } = this.dependencies
    if (role !== 'lead' || !(await security.read()).secondFactorForLeads) return false
    return (await tables.users.findByPk(id))?.totpSecret === null
  }

  /** How somebody signs in, as they see it themselves. */
  async own(user: SignedIn, sid: string): Promise<OwnAccount> {
    const row = await this.get(user.id)
    return {
      hasSecondFactor: row.totpSecret !== null,
      recoveryCodesLeft: row.recoveryCodes?.length ?? 0,
      sessions: await this.dependencies.sessions.of(user.id, sid),
    }
  }

  /** From now on the app speaks another language to somebody: on every device of theirs, and in mails. */
  async setLanguage({ id }: SignedIn, language: string): Promise<void> {
    await this.dependencies.tables.users.update({ language }, { where: { id } })
  }

  /** @throws WRONG_PASSWORD, WEAK_PASSWORD */
  async changePassword(
    user: SignedIn,
    { current, password }: { current: string; password: string },
    sid: string,
  ): Promise<void> {
    const row = await this.withPassword(user, current)
    refuseWeak(password, user)
    await row.update({ password: await hashPassword(password) })
    await this.dependencies.sessions.endAll(user.id, sid)
    this.dependencies.events.tell('access', { user: user.id, except: sid })
    await this.dependencies.audit.note(user, 'changed own password', user.mail)
  }

  async beginSecondFactor(user: SignedIn): Promise<SecondFactorStart> {
    return beginSecondFactor(await this.get(user.id))
  }

  /** @returns recovery codes, shown once. @throws WRONG_CODE */
  async confirmSecondFactor(user: SignedIn, code: string): Promise<string[]> {
    const codes = await confirmSecondFactor(await this.get(user.id), code)
    await this.dependencies.audit.note(user, 'set up a second factor', user.mail)
    return codes
  }

  async endSecondFactor(user: SignedIn, password: string): Promise<void> {
    await endSecondFactor(await this.withPassword(user, password))
    await this.dependencies.audit.note(user, 'removed own second factor', user.mail)
  }

  /** Ends one of somebody's own sessions, or all but this one. */
  async endOwnSessions(user: SignedIn, sid: string, id: string | null): Promise<void> {
    if (id === null) await this.dependencies.sessions.endAll(user.id, sid)
    else await this.dependencies.sessions.endOne(user.id, id)
    this.dependencies.events.tell('access', { user: user.id, except: sid })
    await this.dependencies.audit.note(user, 'ended own sessions', user.mail)
  }

  /**
   * A one-time link for a lead who cannot come in any more, made by who has access to the server. It also takes the second factor
   * away, as the device with it may be what was lost.
   * @throws PERSON_NOT_FOUND when no active lead has this address
   */
  async recover(mail: string): Promise<string> {
    const user = await this.dependencies.tables.users.findOne({
      where: { mail: mail.toLowerCase(), role: 'lead', active: true },
    })
    if (!user) throw problem('LEAD_NOT_FOUND', mail)
    await endSecondFactor(user)
    await this.dependencies.audit.note(JANUA, 'made a recovery link on the server', user.mail)
    return this.makeLink('reset', user.id)
  }

  private async withPassword(user: SignedIn, password: string): Promise<Row<UserRow>> {
    const row = await this.get(user.id)
    if (!(await passwordFits(password, row.password))) throw problem('WRONG_PASSWORD')
    return row
  }

  async find(id: number): Promise<SignedIn | null> {
    const user = await this.dependencies.tables.users.findByPk(id)
    return user?.active ? signedIn(user) : null
  }

  async people(): Promise<Person[]> {
    const [users, sessions] = await Promise.all([
      this.dependencies.tables.users.findAll({ order: [['name', 'ASC']] }),
      this.dependencies.sessions.count(),
    ])
    return users.map((user) => ({
      ...signedIn(user),
      active: user.active,
      invited: user.password === null,
      sessions: sessions.get(user.id) ?? 0,
      lastSeenAt: user.lastSeenAt?.toISOString() ?? null,
    }))
  }

  /** Adds a person who chooses a password by the returned one-time token. */
  async invite(
    actor: Actor,
    { name, mail, role }: { name: string; mail: string; role: Role },
  ): Promise<string> {
    const { db, tables, clock, audit } = this.dependencies
    if (await tables.users.findOne({ where: { mail } })) throw problem('MAIL_TAKEN', mail)
    return db.transaction(async (transaction) => {
      const user = await tables.users.create(
        { name, mail, role, active: true, presence: 'off', createdAt: clock.now() },
        { transaction },
      )
      await audit.note(actor, 'invited', mail, { role }, transaction)
      return this.makeLink('invite', user.id, transaction)
    })
  }

  async resetLink(actor: Actor, id: number): Promise<string> {
    const user = await this.get(id)
    await this.dependencies.audit.note(actor, 'made a password link', user.mail)
    return this.makeLink(user.password === null ? 'invite' : 'reset', id)
  }

  /** The link by which the first lead comes in; undefined once there is anybody. */
  async setupLink(): Promise<string | undefined> {
    if ((await this.dependencies.tables.users.count()) > 0) return undefined
    await this.dependencies.tables.links.destroy({ where: { kind: 'setup' } })
    return this.makeLink('setup', null)
  }

  async linkInfo(token: string): Promise<LinkInfo> {
    const link = await this.openLink(token)
    const user = link.userId === null ? null : await this.get(link.userId)
    return { kind: link.kind, name: user?.name ?? '', mail: user?.mail ?? '' }
  }

  /** Uses a link once: sets the password, and for the set-up link makes the first lead. */
  async useLink({
    token,
    password,
    name,
    mail,
  }: {
    token: string
    password: string
    name?: string
    mail?: string
  }): Promise<SignedIn> {
    const { db, tables, clock, audit, sessions } = this.dependencies
    const link = await this.openLink(token)
    if (link.kind === 'setup' && (!name || !mail))
      throw problem('INVALID', phrase('refusals.nameAndMail'))
    const known = link.userId === null ? null : await this.get(link.userId)
    // Who was deactivated since gets no session that would work later.
    if (known && !known.active) throw problem('LINK_USED')
    refuseWeak(password, {
      name: name ?? known?.name ?? '',
      mail: known?.mail ?? mail ?? '',
    })
    const hashed = await hashPassword(password)
    // A link that is used up has made somebody, or it is not used up.
    const user = await db.transaction(async (transaction) => {
      const [claimed] = await tables.links.update(
        { usedAt: clock.now() },
        { where: { id: link.id, usedAt: null }, transaction },
      )
      if (claimed !== 1) throw problem('LINK_USED')
      const person =
        known ??
        (await tables.users.create(
          {
            name: name!,
            mail: mail!,
            role: 'lead',
            active: true,
            presence: 'off',
            createdAt: clock.now(),
          },
          { transaction },
        ))
      await person.update(
        { password: hashed, ...(link.kind === 'invite' && name ? { name } : {}) },
        { transaction },
      )
      await audit.note(
        person,
        link.kind === 'reset' ? 'chose a new password' : 'joined the team',
        person.mail,
        {},
        transaction,
      )
      return person
    })
    await sessions.endAll(user.id)
    return signedIn(user)
  }

  async change(
    actor: Actor,
    id: number,
    { role, active, name }: { role?: Role; active?: boolean; name?: string },
  ): Promise<void> {
    const { db, tables, audit, events, sessions } = this.dependencies
    await db.transaction(async (transaction) => {
      const leads = await tables.users.findAll({
        where: { role: 'lead', active: true },
        lock: true,
        transaction,
      })
      const user = await tables.users.findByPk(id, { lock: true, transaction })
      if (!user) throw problem('PERSON_NOT_FOUND', id)
      const stopsLeading = (role !== undefined && role !== 'lead') || active === false
      const otherLead = leads.some((lead) => lead.id !== id && lead.password !== null)
      if (user.role === 'lead' && user.active && stopsLeading && !otherLead)
        throw problem('LAST_LEAD')
      const before = { role: user.role, active: user.active, name: user.name }
      await user.update(
        {
          ...(role && { role }),
          ...(name && { name }),
          ...(active !== undefined && { active }),
          ...(active === false && { presence: 'off' as const }),
        },
        { transaction },
      )
      await audit.note(
        actor,
        active === false ? 'deactivated' : active ? 'activated' : 'changed',
        user.mail,
        { before, after: { role, active, name } },
        transaction,
      )
    })
    if (active === false) await sessions.endAll(id)
    events.tell('access', { user: id })
  }

  /** Somebody who works at the desk, by their mail address. */
  async byMail(mail: string): Promise<SignedIn | null> {
    const user = await this.dependencies.tables.users.findOne({
      where: { mail: mail.toLowerCase(), active: true, role: ['agent', 'lead'] },
    })
    return user && signedIn(user)
  }

  async endSessions(actor: Actor, id: number): Promise<number> {
    const user = await this.get(id)
    const ended = await this.dependencies.sessions.endAll(id)
    await this.dependencies.audit.note(actor, 'ended sessions', user.mail, { ended })
    this.dependencies.events.tell('access', { user: id })
    return ended
  }

  private async makeLink(
    kind: LinkRow['kind'],
    userId: number | null,
    transaction?: Transaction,
  ): Promise<string> {
    const { tables, clock } = this.dependencies
    const now = clock.now()
    const token = newToken()
    if (userId !== null)
      await tables.links.update({ usedAt: now }, { where: { userId, usedAt: null }, transaction })
    await tables.links.create(
      {
        tokenHash: sha256(token),
        kind,
        userId,
        expiresAt: new Date(+now + LINK_HOURS[kind] * HOUR),
        createdAt: now,
      },
      { transaction },
    )
    return token
  }

  private async openLink(token: string): Promise<Row<LinkRow>> {
    const link = await this.dependencies.tables.links.findOne({
      where: {
        tokenHash: sha256(token),
        usedAt: null,
        expiresAt: { [Op.gt]: this.dependencies.clock.now() },
      },
    })
    if (!link) throw problem('LINK_USED')
    return link
  }

  private async get(id: number): Promise<Row<UserRow>> {
    const user = await this.dependencies.tables.users.findByPk(id)
    if (!user) throw problem('PERSON_NOT_FOUND', id)
    return user
  }
}

function signedIn({ id, name, mail, role, presence, language }: UserRow): SignedIn {
  return { id, name, mail, role, presence, language }
}

import type { LinkInfo, Person, Role, SignedIn } from '@janua/contracts'
import { createHash } from 'node:crypto'
import { literal, Op, type Sequelize } from 'sequelize'
import type { Clock } from '../clock.ts'
import type { Events } from '../events.ts'
import { problem } from '../http/problems.ts'
import { newToken } from '../http/security.ts'
import { type Actor, type Audit, JANUA } from './audit.ts'
import type { AccountTables, LinkRow, UserRow } from './models.ts'
import { hashPassword, passwordFits } from './passwords.ts'
import type { Row } from '../database/tables.ts'

const HOUR = 3_600_000
const LINK_HOURS = { invite: 72, reset: 24, setup: 24 * 365 }
/** Failures that are forgiven; each one after that doubles the wait, up to a quarter of an hour. */
const FREE_FAILURES = 4
const LONGEST_WAIT_SECONDS = 900

interface Needs {
  db: Sequelize
  tables: AccountTables
  sessions: {
    endAll(user: number, except?: string): Promise<number>
    count(): Promise<Map<number, number>>
  }
  audit: Audit
  events: Events
  clock: Clock
}

/** Who is on the team, how they sign in, and how they come and go. */
export class Accounts {
  constructor(private readonly needs: Needs) {}

  async signIn(mail: string, password: string): Promise<SignedIn> {
    const { tables, clock, audit } = this.needs
    const user = await tables.users.findOne({ where: { mail } })
    const now = clock.now()
    if (user?.lockedUntil && user.lockedUntil > now)
      throw problem('TOO_MANY', Math.ceil((+user.lockedUntil - +now) / 1000))
    const fits = await passwordFits(password, user?.active ? user.password : null)
    if (!user || !fits) {
      if (user) await this.countFailure(user, now)
      throw problem('WRONG_SIGN_IN')
    }
    await user.update({ failures: 0, lockedUntil: null, lastSeenAt: now })
    await audit.note(user, 'signed in', user.mail)
    return signedIn(user)
  }

  async find(id: number): Promise<SignedIn | null> {
    const user = await this.needs.tables.users.findByPk(id)
    return user?.active ? signedIn(user) : null
  }

  async people(): Promise<Person[]> {
    const [users, sessions] = await Promise.all([
      this.needs.tables.users.findAll({ order: [['name', 'ASC']] }),
      this.needs.sessions.count(),
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
    const { tables, clock, audit } = this.needs
    if (await tables.users.findOne({ where: { mail } })) throw problem('MAIL_TAKEN', mail)
    const user = await tables.users.create({
      name,
      mail,
      role,
      active: true,
      presence: 'off',
      failures: 0,
      createdAt: clock.now(),
    })
    await audit.note(actor, 'invited', mail, { role })
    return this.makeLink('invite', user.id)
  }

  async resetLink(actor: Actor, id: number): Promise<string> {
    const user = await this.get(id)
    await this.needs.audit.note(actor, 'made a password link', user.mail)
    return this.makeLink(user.password === null ? 'invite' : 'reset', id)
  }

  /** The link by which the first lead comes in; undefined once there is anybody. */
  async setupLink(): Promise<string | undefined> {
    if ((await this.needs.tables.users.count()) > 0) return undefined
    await this.needs.tables.links.destroy({ where: { kind: 'setup' } })
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
    const { tables, clock, audit, sessions } = this.needs
    const hashed = await hashPassword(password)
    const link = await this.openLink(token)
    if (link.kind === 'setup' && (!name || !mail))
      throw problem('INVALID', 'Please give your name and mail address.')
    const [claimed] = await tables.links.update(
      { usedAt: clock.now() },
      { where: { id: link.id, usedAt: null } },
    )
    if (claimed !== 1) throw problem('LINK_USED')
    const user =
      link.userId === null
        ? await tables.users.create({
            name: name!,
            mail: mail!,
            role: 'lead',
            active: true,
            presence: 'off',
            failures: 0,
            createdAt: clock.now(),
          })
        : await this.get(link.userId)
    await user.update({
      password: hashed,
      failures: 0,
      lockedUntil: null,
      ...(link.kind === 'invite' && name ? { name } : {}),
    })
    await sessions.endAll(user.id)
    await audit.note(
      user,
      link.kind === 'reset' ? 'chose a new password' : 'joined the team',
      user.mail,
    )
    return signedIn(user)
  }

  async change(
    actor: Actor,
    id: number,
    { role, active, name }: { role?: Role; active?: boolean; name?: string },
  ): Promise<void> {
    const { db, tables, audit, events, sessions } = this.needs
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
    const user = await this.needs.tables.users.findOne({
      where: { mail: mail.toLowerCase(), active: true, role: ['agent', 'lead'] },
    })
    return user && signedIn(user)
  }

  async endSessions(actor: Actor, id: number): Promise<number> {
    const user = await this.get(id)
    const ended = await this.needs.sessions.endAll(id)
    await this.needs.audit.note(actor, 'ended sessions', user.mail, { ended })
    this.needs.events.tell('access', { user: id })
    return ended
  }

  private async countFailure(user: Row<UserRow>, now: Date): Promise<void> {
    await user.update({ failures: literal('failures + 1') as unknown as number })
    await user.reload()
    const over = user.failures - FREE_FAILURES
    if (over <= 0) return
    const seconds = Math.min(LONGEST_WAIT_SECONDS, 5 * 2 ** (over - 1))
    await user.update({ lockedUntil: new Date(+now + seconds * 1000) })
    await this.needs.audit.note(JANUA, 'slowed down sign-in', user.mail, {
      failures: user.failures,
      seconds,
    })
  }

  private async makeLink(kind: LinkRow['kind'], userId: number | null): Promise<string> {
    const { tables, clock } = this.needs
    const now = clock.now()
    const token = newToken()
    if (userId !== null)
      await tables.links.update({ usedAt: now }, { where: { userId, usedAt: null } })
    await tables.links.create({
      tokenHash: sha256(token),
      kind,
      userId,
      expiresAt: new Date(+now + LINK_HOURS[kind] * HOUR),
      createdAt: now,
    })
    return token
  }

  private async openLink(token: string): Promise<Row<LinkRow>> {
    const link = await this.needs.tables.links.findOne({
      where: {
        tokenHash: sha256(token),
        usedAt: null,
        expiresAt: { [Op.gt]: this.needs.clock.now() },
      },
    })
    if (!link) throw problem('LINK_USED')
    return link
  }

  private async get(id: number): Promise<Row<UserRow>> {
    const user = await this.needs.tables.users.findByPk(id)
    if (!user) throw problem('PERSON_NOT_FOUND', id)
    return user
  }
}

export function sha256(text: string): string {
  return createHash('sha256').update(text).digest('hex')
}

function signedIn({ id, name, mail, role, presence }: UserRow): SignedIn {
  return { id, name, mail, role, presence }
}

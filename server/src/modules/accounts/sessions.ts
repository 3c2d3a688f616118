import type { OwnSession } from '@janua/contracts'
import connectSession from 'connect-session-sequelize'
import type { RequestHandler } from 'express'
import session, { type SessionData } from 'express-session'
import { DataTypes, fn, col, Op, type Sequelize } from 'sequelize'
import { sha256 } from '../../platform/hash.ts'

declare module 'express-session' {
  interface SessionData {
    user?: number
    csrf?: string
    /** Milliseconds: when it began. */
    since?: number
    browser?: string
  }
}

/** However much it is used, a session ends after so long. */
export const SESSION_DAYS = 14

/** Sessions live in the database: they outlast a restart, and can be ended by user. */
export function sessionsIn(
  db: Sequelize,
  secret: string,
): {
  middleware: RequestHandler
  endAll(user: number, except?: string): Promise<number>
  /** @param id as `of` gives it */
  endOne(user: number, id: string): Promise<number>
  /** Somebody's sessions, the newest first. @param sid of the one that asks */
  of(user: number, sid: string): Promise<OwnSession[]>
  count(): Promise<Map<number, number>>
  stop(): void
} {
  const rows = db.define(
    'Session',
    {
      sid: { type: DataTypes.STRING(64), primaryKey: true },
      userId: { type: DataTypes.INTEGER.UNSIGNED, field: 'user_id' },
      expires: DataTypes.DATE,
      data: DataTypes.TEXT,
    },
    { tableName: 'sessions', underscored: true, timestamps: true },
  )
  const Store = connectSession(session.Store)
  /** A session that nobody used for its time is over at once, not when the next clean-up comes by. */
  class FreshStore extends Store {
    override get(sid: string, done: (cause: unknown, session?: SessionData | null) => void): void {
      rows
        .findOne({ where: { sid, expires: { [Op.gt]: new Date() } } })
        .then((row) =>
          done(null, row ? (JSON.parse(row.get('data') as string) as SessionData) : null),
        )
        .catch((cause: unknown) => done(cause))
    }
  }
  const store = new FreshStore({
    db,
    table: 'Session',
    expiration: SESSION_DAYS * 86_400_000,
    checkExpirationInterval: 15 * 60_000,
    extendDefaultFields: (defaults: object, { user }: { user?: number }) => ({
      ...defaults,
      userId: user ?? null,
    }),
  })
  const middleware = session({
    name: 'janua',
    secret,
    store,
    resave: false,
    saveUninitialized: false,
    // Every request of its person makes it last longer: see `begin` for how long.
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: SESSION_DAYS * 86_400_000 },
  })
  return {
    middleware,
    endAll: (user, except) =>
      rows.destroy({ where: { userId: user, ...(except ? { sid: { [Op.ne]: except } } : {}) } }),
    async endOne(user, id) {
      const own = await rows.findAll({ where: { userId: user } })
      const found = own.filter((row) => publicId(row.get('sid') as string) === id)
      for (const row of found) await row.destroy()
      return found.length
    },
    async of(user, sid) {
      const own = await rows.findAll({
        where: { userId: user, expires: { [Op.gt]: new Date() } },
        order: [['updated_at', 'DESC']],
      })
      return own.map((row) => {
        const data = JSON.parse(row.get('data') as string) as Partial<SessionData>
        const created = +(row.get('createdAt') as Date)
        const iso = (ms: number | undefined) => new Date(ms ?? created).toISOString()
        return {
          id: publicId(row.get('sid') as string),
          isThis: row.get('sid') === sid,
          since: iso(data.since),
          seenAt: (row.get('updatedAt') as Date).toISOString(),
          browser: data.browser ?? '',
        }
      })
    },
    async count() {
      const found = (await rows.findAll({
        attributes: ['userId', [fn('COUNT', col('sid')), 'n']],
        where: { userId: { [Op.ne]: null }, expires: { [Op.gt]: new Date() } },
        group: ['userId'],
        raw: true,
      })) as unknown as { userId: number; n: number }[]
      return new Map(found.map(({ userId, n }) => [userId, n]))
    },
    stop: () => store.stopExpiringSessions(),
  }
}

/** Names a session without giving away what opens it. */
function publicId(sid: string): string {
  return sha256(sid).slice(0, 16)
}

import connectSession from 'connect-session-sequelize'
import type { RequestHandler } from 'express'
import session from 'express-session'
import { DataTypes, fn, col, Op, type Sequelize } from 'sequelize'

declare module 'express-session' {
  interface SessionData {
    user?: number
    csrf?: string
  }
}

export const SESSION_DAYS = 14

/** Sessions live in the database: they outlast a restart, and can be ended by user. */
export function sessionsIn(
  db: Sequelize,
  secret: string,
): {
  middleware: RequestHandler
  endAll(user: number, except?: string): Promise<number>
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
  const store = new Store({
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
    rolling: false,
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: SESSION_DAYS * 86_400_000 },
  })
  return {
    middleware,
    endAll: (user, except) =>
      rows.destroy({ where: { userId: user, ...(except ? { sid: { [Op.ne]: except } } : {}) } }),
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

import { Sequelize } from 'sequelize'

export interface DatabaseAddress {
  host: string
  port: number
  name: string
  user: string
  password: string
}

/** The driver gives up after a second by itself, which a busy machine takes now and then. */
const CONNECT_MS = 10_000
/** A connection that nobody uses is kept so long: opening one takes as long as ten queries. */
const IDLE_MS = 60_000

/** Opens the pool of connections; times are kept in UTC. */
export function connect({ host, port, name, user, password }: DatabaseAddress): Sequelize {
  return new Sequelize(name, user, password, {
    dialect: 'mariadb',
    host,
    port,
    logging: false,
    timezone: '+00:00',
    pool: { max: 12, acquire: 20_000, idle: IDLE_MS },
    // Columns of JSON come as the text that they are: the tables read it, strings among it.
    dialectOptions: { autoJsonMap: false, connectTimeout: CONNECT_MS },
    define: { underscored: true, timestamps: false, charset: 'utf8mb4' },
  })
}

/** Where a connection leads, for another thread to open one of its own. */
export function addressOf(db: Sequelize): DatabaseAddress {
  const { host, port, database, username, password } = db.config
  return { host: host!, port: Number(port), name: database, user: username, password: password! }
}

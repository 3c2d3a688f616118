const USER = [
  'totp_secret VARCHAR(64) NULL',
  'totp_pending VARCHAR(64) NULL',
  'totp_step INT NULL',
  'recovery_codes LONGTEXT NULL',
]
const nameOf = (column: string) => column.split(' ')[0]!
const add = (columns: readonly string[]) => columns.map((column) => `ADD COLUMN ${column}`)
const drop = (columns: readonly string[]) =>
  columns.map((column) => `DROP COLUMN ${nameOf(column)}`)

const JOB = [
  'name VARCHAR(40) NOT NULL PRIMARY KEY',
  'ended_at DATETIME(3) NULL',
  'seconds DOUBLE NULL',
  'failing_since DATETIME(3) NULL',
  'failures INT NOT NULL DEFAULT 0',
  'because VARCHAR(500) NULL',
  'next_at DATETIME(3) NULL',
]

/** What the repairs need: files outside the database, a second factor instead of locked accounts, jobs that are watched. */
export const up = [
  'ALTER TABLE attachments MODIFY COLUMN bytes MEDIUMBLOB NULL, ADD COLUMN hash VARCHAR(64) NULL, ADD KEY (hash)',
  `ALTER TABLE users DROP COLUMN failures, DROP COLUMN locked_until, ${add(USER).join(', ')}`,
  `CREATE TABLE jobs (${JOB.join(', ')}) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
  'ALTER TABLE visitors ADD COLUMN hold_because VARCHAR(300) NULL, ADD COLUMN mail_proved_at DATETIME(3) NULL',
  'ALTER TABLE conversations ADD COLUMN mailed_seq INT NOT NULL DEFAULT 0',
  "ALTER TABLE mails ADD COLUMN kind VARCHAR(12) NOT NULL DEFAULT 'reply', ADD KEY (recipient, created_at)",
  'ALTER TABLE queues ADD COLUMN archived_at DATETIME(3) NULL, ADD COLUMN version INT NOT NULL DEFAULT 0',
]
export const down = [
  'ALTER TABLE queues DROP COLUMN archived_at, DROP COLUMN version',
  'ALTER TABLE mails DROP KEY recipient, DROP COLUMN kind',
  'ALTER TABLE conversations DROP COLUMN mailed_seq',
  'ALTER TABLE visitors DROP COLUMN hold_because, DROP COLUMN mail_proved_at',
  'DROP TABLE jobs',
  `ALTER TABLE users ADD COLUMN failures INT NOT NULL DEFAULT 0, ADD COLUMN locked_until DATETIME(3) NULL, ${drop(USER).join(', ')}`,
  'ALTER TABLE attachments DROP KEY hash, DROP COLUMN hash, MODIFY COLUMN bytes MEDIUMBLOB NOT NULL',
]

/** Which process runs a job, and until when nobody else may: of several processes one runs it. */
export const up = [
  'ALTER TABLE jobs ADD COLUMN holder CHAR(36) NULL, ADD COLUMN held_until DATETIME(3) NULL',
]
export const down = ['ALTER TABLE jobs DROP COLUMN held_until, DROP COLUMN holder']

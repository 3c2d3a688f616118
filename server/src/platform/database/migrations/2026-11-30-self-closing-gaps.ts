const CLOSING = [
  'topic_id INT UNSIGNED NOT NULL PRIMARY KEY',
  'release_id INT UNSIGNED NOT NULL',
  'correct DOUBLE NOT NULL',
  'n INT UNSIGNED NOT NULL',
  'closed_at DATETIME(3) NOT NULL',
]

/** Gaps that the live release answers although nobody fixed them on purpose. */
export const up = [
  `CREATE TABLE gap_closings (${CLOSING.join(', ')}) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
]
export const down = ['DROP TABLE gap_closings']

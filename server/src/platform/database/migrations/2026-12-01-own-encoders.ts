/** Encoders of the team's as they were learnt to rank by, and which of them a confidence model was learnt under. */
export const up = [
  `CREATE TABLE encoders (id CHAR(16) NOT NULL PRIMARY KEY, name VARCHAR(200) NOT NULL, directions LONGBLOB NULL, rankings LONGTEXT NOT NULL, figures LONGTEXT NOT NULL, created_at DATETIME(3) NOT NULL)
    ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`,
  'ALTER TABLE engine_models ADD COLUMN encoder CHAR(16) NULL AFTER content_key',
]
export const down = ['ALTER TABLE engine_models DROP COLUMN encoder', 'DROP TABLE encoders']

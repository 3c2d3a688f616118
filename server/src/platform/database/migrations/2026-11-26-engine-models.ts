/** Confidence models as they were learnt, and which of them each release froze. */
export const up = [
  `CREATE TABLE engine_models (id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY, content_key CHAR(64) NOT NULL UNIQUE, model LONGTEXT NOT NULL, cases INT NOT NULL, judged INT NOT NULL,
    created_at DATETIME(3) NOT NULL) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
  'ALTER TABLE releases ADD COLUMN model_id INT UNSIGNED NULL, ADD CONSTRAINT releases_model FOREIGN KEY (model_id) REFERENCES engine_models(id)',
]
export const down = [
  'ALTER TABLE releases DROP FOREIGN KEY releases_model, DROP COLUMN model_id',
  'DROP TABLE engine_models',
]

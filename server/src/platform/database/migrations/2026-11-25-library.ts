const ID = 'id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY'
const ENGINE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4'

/** Documents with their originals, imports as jobs, sites to read, and what was settled on the health page. */
export const up = [
  'ALTER TABLE items ADD COLUMN uid CHAR(36) NULL, ADD COLUMN site_id INT UNSIGNED NULL',
  'UPDATE items SET uid = UUID() WHERE uid IS NULL',
  'ALTER TABLE items MODIFY uid CHAR(36) NOT NULL, ADD UNIQUE KEY (uid), ADD KEY (site_id)',
  `CREATE TABLE files (hash CHAR(64) NOT NULL PRIMARY KEY, name VARCHAR(255) NOT NULL, type VARCHAR(100) NOT NULL, size INT UNSIGNED NOT NULL, created_at DATETIME(3) NOT NULL) ${ENGINE}`,
  `CREATE TABLE file_pieces (hash CHAR(64) NOT NULL, seq INT UNSIGNED NOT NULL, bytes MEDIUMBLOB NOT NULL, PRIMARY KEY (hash, seq), FOREIGN KEY (hash) REFERENCES files(hash) ON DELETE CASCADE) ${ENGINE}`,
  `CREATE TABLE imports (${ID}, state VARCHAR(12) NOT NULL, detail LONGTEXT NOT NULL, user_id INT UNSIGNED NULL, created_at DATETIME(3) NOT NULL, updated_at DATETIME(3) NOT NULL,
    KEY (state), FOREIGN KEY (user_id) REFERENCES users(id) ON DELETE SET NULL) ${ENGINE}`,
  `CREATE TABLE sites (${ID}, address VARCHAR(500) NOT NULL UNIQUE, collection VARCHAR(80) NOT NULL DEFAULT '', page_limit INT NOT NULL, every_days INT NULL, created_by INT UNSIGNED NULL,
    created_at DATETIME(3) NOT NULL, FOREIGN KEY (created_by) REFERENCES users(id) ON DELETE SET NULL) ${ENGINE}`,
  `CREATE TABLE site_readings (${ID}, site_id INT UNSIGNED NOT NULL, state VARCHAR(12) NOT NULL, detail LONGTEXT NOT NULL, pages LONGTEXT NULL, created_at DATETIME(3) NOT NULL, ended_at DATETIME(3) NULL,
    KEY (site_id, id), FOREIGN KEY (site_id) REFERENCES sites(id) ON DELETE CASCADE) ${ENGINE}`,
  `CREATE TABLE health_kept (finding CHAR(64) NOT NULL PRIMARY KEY, kind VARCHAR(20) NOT NULL, user_id INT UNSIGNED NULL, created_at DATETIME(3) NOT NULL, FOREIGN KEY (user_id) REFERENCES users(id) ON DELETE SET NULL) ${ENGINE}`,
  `CREATE TABLE link_checks (address_hash CHAR(64) NOT NULL PRIMARY KEY, address VARCHAR(2000) NOT NULL, state VARCHAR(12) NOT NULL, because VARCHAR(300) NOT NULL DEFAULT '', checked_at DATETIME(3) NOT NULL) ${ENGINE}`,
  `CREATE TABLE refused_phrasings (item_id INT UNSIGNED NOT NULL, norm VARCHAR(300) NOT NULL, created_at DATETIME(3) NOT NULL, PRIMARY KEY (item_id, norm(150)), FOREIGN KEY (item_id) REFERENCES items(id) ON DELETE CASCADE) ${ENGINE}`,
]
export const down = [
  ...[
    'refused_phrasings',
    'link_checks',
    'health_kept',
    'site_readings',
    'sites',
    'imports',
    'file_pieces',
    'files',
  ].map((name) => `DROP TABLE ${name}`),
  'ALTER TABLE items DROP COLUMN uid, DROP COLUMN site_id',
]

const ID = 'id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY'
const ENGINE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4'
const COUNTS = [
  'questions', 'answered', 'elsewhere', 'clarifying', 'suggested', 'declined', 'unanswered', 'judged', 'up', 'down', 'opened', 'wants_person', 'visitors', 'conversations',
  'started', 'asked', 'ended', 'taken', 'abandoned', 'contained', 'resolved', 'provisional',
]

/** What is learnt from questions: their topics, figures by day and week, gaps and their mends, logs from elsewhere. */
export const up = [
  // Wordings are told apart to the letter: folded words leave nothing for a collation to fold.
  'ALTER TABLE questions MODIFY norm VARCHAR(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL',
  `ALTER TABLE questions ADD COLUMN channel VARCHAR(10) NOT NULL DEFAULT 'chat', ADD COLUMN topic_id INT UNSIGNED NULL, ADD COLUMN opened_at DATETIME(3) NULL, ADD COLUMN import_id INT UNSIGNED NULL,
    ADD COLUMN asker CHAR(16) NULL, ADD KEY (topic_id, asked_at), ADD KEY (outcome, asked_at), ADD KEY (door_id, asked_at), ADD KEY (release_id, asked_at), ADD KEY (item_id, asked_at), ADD KEY (vote, asked_at), ADD KEY (import_id), ADD FULLTEXT KEY questions_text (text)`,
  'ALTER TABLE conversations ADD KEY (closed_at), ADD KEY (created_at), ADD KEY (last_at)',
  'ALTER TABLE judgements ADD KEY (created_at)',
  `CREATE TABLE topics (${ID}, label VARCHAR(300) NOT NULL, words LONGTEXT NOT NULL, named BOOLEAN NOT NULL DEFAULT 0, pinned BOOLEAN NOT NULL DEFAULT 0, created_at DATETIME(3) NOT NULL, gone_at DATETIME(3) NULL, KEY (gone_at)) ${ENGINE}`,
  `CREATE TABLE topic_wordings (norm_hash CHAR(16) NOT NULL PRIMARY KEY, norm VARCHAR(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL, text VARCHAR(2000) NOT NULL, near LONGTEXT NOT NULL, topic_id INT UNSIGNED NULL, times INT NOT NULL, place INT NOT NULL DEFAULT 0,
    KEY (norm(191)), KEY (topic_id), FOREIGN KEY (topic_id) REFERENCES topics(id) ON DELETE SET NULL) ${ENGINE}`,
  `CREATE TABLE topic_rulings (${ID}, kind VARCHAR(8) NOT NULL, a CHAR(16) NOT NULL, b CHAR(16) NOT NULL, created_by INT UNSIGNED NULL, created_at DATETIME(3) NOT NULL,
    FOREIGN KEY (created_by) REFERENCES users(id) ON DELETE SET NULL) ${ENGINE}`,
  `CREATE TABLE figures (span VARCHAR(4) NOT NULL, starts DATE NOT NULL, dimension VARCHAR(10) NOT NULL, name VARCHAR(80) NOT NULL, ${COUNTS.map((name) => `\`${name}\` INT NOT NULL`).join(', ')}, \`right\` DOUBLE NOT NULL, uncovered DOUBLE NOT NULL,
    low DOUBLE NULL, high DOUBLE NULL, few BOOLEAN NOT NULL, week DATE NOT NULL, PRIMARY KEY (span, dimension, name, starts), KEY (week), KEY (span, dimension, starts)) ${ENGINE}`,
  `CREATE TABLE figure_marks (week DATE NOT NULL PRIMARY KEY, version INT UNSIGNED NOT NULL DEFAULT 1) ${ENGINE}`,
  `CREATE TABLE gap_work (topic_id INT UNSIGNED NOT NULL PRIMARY KEY, state VARCHAR(16) NOT NULL, user_id INT UNSIGNED NULL, until DATE NULL, reason VARCHAR(500) NOT NULL DEFAULT '', reply VARCHAR(1000) NOT NULL DEFAULT '', updated_at DATETIME(3) NOT NULL,
    FOREIGN KEY (topic_id) REFERENCES topics(id) ON DELETE CASCADE, FOREIGN KEY (user_id) REFERENCES users(id) ON DELETE SET NULL) ${ENGINE}`,
  `CREATE TABLE gap_mends (${ID}, topic_id INT UNSIGNED NOT NULL, kind VARCHAR(8) NOT NULL, item_id INT UNSIGNED NOT NULL, revision_id INT UNSIGNED NOT NULL, promise DOUBLE NOT NULL, promised_on INT NOT NULL, state VARCHAR(10) NOT NULL, standing LONGTEXT NULL, release_id INT UNSIGNED NULL,
    created_by INT UNSIGNED NULL, created_at DATETIME(3) NOT NULL, published_at DATETIME(3) NULL, mended_at DATETIME(3) NULL, KEY (topic_id, id), KEY (item_id),
    FOREIGN KEY (topic_id) REFERENCES topics(id) ON DELETE CASCADE, FOREIGN KEY (item_id) REFERENCES items(id), FOREIGN KEY (created_by) REFERENCES users(id) ON DELETE SET NULL) ${ENGINE}`,
  `CREATE TABLE log_imports (${ID}, name VARCHAR(255) NOT NULL, hash CHAR(64) NOT NULL, state VARCHAR(10) NOT NULL, \`rows\` INT NOT NULL DEFAULT 0, done INT NOT NULL DEFAULT 0, taken INT NOT NULL DEFAULT 0, masked INT NOT NULL DEFAULT 0, faults LONGTEXT NOT NULL, faulty INT NOT NULL DEFAULT 0,
    problem VARCHAR(500) NULL, user_id INT UNSIGNED NULL, created_at DATETIME(3) NOT NULL, KEY (hash), FOREIGN KEY (user_id) REFERENCES users(id) ON DELETE SET NULL) ${ENGINE}`,
  `CREATE TABLE alerts (${ID}, kind VARCHAR(20) NOT NULL, subject VARCHAR(80) NOT NULL, day DATE NOT NULL, detail LONGTEXT NOT NULL, seen BOOLEAN NOT NULL DEFAULT 0, created_at DATETIME(3) NOT NULL, UNIQUE KEY (kind, subject, day)) ${ENGINE}`,
  `CREATE TABLE targets (measure VARCHAR(12) NOT NULL PRIMARY KEY, share DOUBLE NOT NULL, \`by\` DATE NOT NULL, user_id INT UNSIGNED NULL, created_at DATETIME(3) NOT NULL, FOREIGN KEY (user_id) REFERENCES users(id) ON DELETE SET NULL) ${ENGINE}`,
]
export const down = [
  ...['targets', 'alerts', 'log_imports', 'gap_mends', 'gap_work', 'figure_marks', 'figures', 'topic_rulings', 'topic_wordings', 'topics'].map((name) => `DROP TABLE ${name}`),
  'ALTER TABLE judgements DROP KEY created_at',
  'ALTER TABLE conversations DROP KEY closed_at, DROP KEY created_at, DROP KEY last_at',
  `ALTER TABLE questions DROP KEY topic_id, DROP KEY outcome, DROP KEY door_id, DROP KEY item_id, DROP KEY vote, DROP KEY import_id, DROP KEY questions_text, ${['channel', 'topic_id', 'opened_at', 'import_id', 'asker'].map((name) => `DROP COLUMN ${name}`).join(', ')}`,
]

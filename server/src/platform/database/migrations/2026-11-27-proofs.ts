const ID = 'id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY'
const ENGINE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4'

/** What proves a change before visitors see it: judgements of any answer, checks, replays, and publication at a time set. */
export const up = [
  `ALTER TABLE judgements MODIFY question_id INT UNSIGNED NULL, MODIFY verdict VARCHAR(16) NOT NULL, ADD COLUMN text VARCHAR(2000) NOT NULL DEFAULT '', ADD COLUMN norm VARCHAR(300) NOT NULL DEFAULT '',
    ADD COLUMN door_id INT UNSIGNED NULL, ADD COLUMN item_id INT UNSIGNED NULL, ADD COLUMN revision_id INT UNSIGNED NULL, ADD COLUMN ordinal INT NULL, ADD COLUMN print CHAR(16) NULL,
    ADD COLUMN confidence DOUBLE NULL, ADD COLUMN wanted VARCHAR(10) NULL, ADD COLUMN wanted_id INT UNSIGNED NULL, ADD COLUMN chance DOUBLE NULL, ADD COLUMN origin VARCHAR(12) NOT NULL DEFAULT 'desk', ADD KEY (norm(191))`,
  `UPDATE judgements j JOIN questions q ON q.id = j.question_id SET j.text = q.text, j.norm = q.norm, j.door_id = q.door_id, j.item_id = q.item_id, j.revision_id = q.revision_id, j.ordinal = q.ordinal, j.confidence = q.confidence`,
  'ALTER TABLE releases ADD COLUMN because VARCHAR(500) NULL, ADD COLUMN proof LONGTEXT NULL',
  'ALTER TABLE revisions ADD COLUMN redacted_at DATETIME(3) NULL',
  `CREATE TABLE checks (${ID}, messages LONGTEXT NOT NULL, question VARCHAR(2000) NOT NULL, comes VARCHAR(16) NOT NULL, item_id INT UNSIGNED NULL, contains LONGTEXT NOT NULL, lacks LONGTEXT NOT NULL,
    queue_id INT UNSIGNED NULL, door_id INT UNSIGNED NULL, language CHAR(2) NOT NULL DEFAULT 'en', note VARCHAR(300) NOT NULL DEFAULT '', created_by INT UNSIGNED NULL, created_at DATETIME(3) NOT NULL,
    FOREIGN KEY (item_id) REFERENCES items(id), FOREIGN KEY (created_by) REFERENCES users(id) ON DELETE SET NULL) ${ENGINE}`,
  `CREATE TABLE check_runs (${ID}, pins_key CHAR(64) NOT NULL, passed INT NOT NULL, failed INT NOT NULL, results LONGTEXT NOT NULL, created_at DATETIME(3) NOT NULL, KEY (pins_key, id)) ${ENGINE}`,
  `CREATE TABLE replays (${ID}, state VARCHAR(10) NOT NULL, pins_key CHAR(64) NOT NULL, pins LONGTEXT NOT NULL, items LONGTEXT NULL, live_release INT UNSIGNED NOT NULL, model_id INT UNSIGNED NULL,
    from_at DATETIME(3) NOT NULL, to_at DATETIME(3) NOT NULL, validity VARCHAR(10) NOT NULL, asked INT NOT NULL, total INT NOT NULL, done INT NOT NULL DEFAULT 0, last_question INT UNSIGNED NOT NULL, seconds DOUBLE NOT NULL DEFAULT 0,
    summary LONGTEXT NULL, problem VARCHAR(500) NULL, created_by INT UNSIGNED NULL, created_at DATETIME(3) NOT NULL, KEY (pins_key), KEY (state),
    FOREIGN KEY (live_release) REFERENCES releases(id), FOREIGN KEY (created_by) REFERENCES users(id) ON DELETE SET NULL) ${ENGINE}`,
  `CREATE TABLE replay_results (${ID}, replay_id INT UNSIGNED NOT NULL, case_key CHAR(16) NOT NULL, question_key CHAR(16) NOT NULL, text VARCHAR(2000) NOT NULL, norm VARCHAR(300) NOT NULL, carried VARCHAR(2000) NULL, door_id INT UNSIGNED NOT NULL, days LONGTEXT NOT NULL, times INT NOT NULL,
    \`change\` VARCHAR(18) NOT NULL, from_outcome VARCHAR(12) NOT NULL, to_outcome VARCHAR(12) NOT NULL, collection VARCHAR(80) NOT NULL DEFAULT '', accepted BOOLEAN NOT NULL DEFAULT 0, sides LONGTEXT NOT NULL,
    UNIQUE KEY (replay_id, question_key), KEY (replay_id, case_key), KEY (replay_id, \`change\`, times), FOREIGN KEY (replay_id) REFERENCES replays(id) ON DELETE CASCADE) ${ENGINE}`,
  `CREATE TABLE scheduled_releases (${ID}, at DATETIME(3) NOT NULL, pins LONGTEXT NOT NULL, note VARCHAR(500) NOT NULL, because VARCHAR(500) NULL, state VARCHAR(10) NOT NULL, problem VARCHAR(500) NULL,
    created_by INT UNSIGNED NULL, created_at DATETIME(3) NOT NULL, KEY (state, at), FOREIGN KEY (created_by) REFERENCES users(id) ON DELETE SET NULL) ${ENGINE}`,
]
export const down = [
  ...['scheduled_releases', 'replay_results', 'replays', 'check_runs', 'checks'].map(
    (name) => `DROP TABLE ${name}`,
  ),
  'ALTER TABLE releases DROP COLUMN because, DROP COLUMN proof',
  'ALTER TABLE revisions DROP COLUMN redacted_at',
  'DELETE FROM judgements WHERE question_id IS NULL',
  `ALTER TABLE judgements MODIFY question_id INT UNSIGNED NOT NULL, ${['text', 'norm', 'door_id', 'item_id', 'revision_id', 'ordinal', 'print', 'confidence', 'wanted', 'wanted_id', 'chance', 'origin'].map((name) => `DROP COLUMN ${name}`).join(', ')}`,
]

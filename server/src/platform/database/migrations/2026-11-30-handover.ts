const ID = 'id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY'
const ENGINE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4'
const CONVERSATION = [
  "priority VARCHAR(6) NOT NULL DEFAULT 'normal'",
  'asked_at DATETIME(3) NULL',
  'due_at DATETIME(3) NULL',
  'note VARCHAR(300) NULL',
  'offered_to INT UNSIGNED NULL',
  'offered_until DATETIME(3) NULL',
  'passed_by VARCHAR(1000) NULL',
  'overflowed BOOLEAN NOT NULL DEFAULT 0',
  'outcome VARCHAR(20) NULL',
  'visitor_got INT NOT NULL DEFAULT 0',
  'visitor_seen INT NOT NULL DEFAULT 0',
  'team_seen INT NOT NULL DEFAULT 0',
  'case_number VARCHAR(14) NULL',
  'rating TINYINT NULL',
  'rating_word VARCHAR(500) NULL',
  'nudged_at DATETIME(3) NULL',
  'told LONGTEXT NULL',
  'phone VARCHAR(40) NULL',
]
const USER = [
  "presence VARCHAR(4) NOT NULL DEFAULT 'off'",
  'went_by_itself BOOLEAN NOT NULL DEFAULT 0',
  'at_once INT NOT NULL DEFAULT 3',
  'skills LONGTEXT NULL',
  'beat_at DATETIME(3) NULL',
  'last_turn_at DATETIME(3) NULL',
  'alerts LONGTEXT NULL',
]
const nameOf = (column: string) => column.split(' ')[0]!

/** What a team of agents works in: the order of queues, offers and presence, hand-overs with their right queue, cases and mail, ready lines, what agents teach. */
export const up = [
  `ALTER TABLE users ${USER.map((column) => `ADD COLUMN ${column}`).join(', ')}`,
  "UPDATE users SET presence = IF(present, 'here', 'off')",
  'ALTER TABLE users DROP COLUMN present',
  'ALTER TABLE queues ADD COLUMN settings LONGTEXT NULL',
  `ALTER TABLE conversations ${CONVERSATION.map((column) => `ADD COLUMN ${column}`).join(', ')}, ADD UNIQUE KEY (case_number), ADD KEY conversations_due (state, due_at), ADD KEY conversations_entered (queue_id, entered_queue_at), ADD FULLTEXT KEY conversations_subject (subject)`,
  'UPDATE conversations SET asked_at = entered_queue_at, due_at = entered_queue_at + INTERVAL 5 MINUTE WHERE entered_queue_at IS NOT NULL',
  'ALTER TABLE messages ADD FULLTEXT KEY messages_text (text)',
  `CREATE TABLE handovers (${ID}, conversation_id INT UNSIGNED NOT NULL, at DATETIME(3) NOT NULL, reason VARCHAR(20) NOT NULL, queue_id INT UNSIGNED NOT NULL, \`by\` VARCHAR(12) NOT NULL, rule INT NULL, because VARCHAR(300) NOT NULL, situation LONGTEXT NOT NULL,
    right_queue INT UNSIGNED NULL, right_by VARCHAR(10) NULL, moves INT NOT NULL DEFAULT 0, KEY (at), KEY (right_by, at), FOREIGN KEY (conversation_id) REFERENCES conversations(id) ON DELETE CASCADE,
    FOREIGN KEY (queue_id) REFERENCES queues(id), FOREIGN KEY (right_queue) REFERENCES queues(id)) ${ENGINE}`,
  `CREATE TABLE queue_models (${ID}, model LONGTEXT NOT NULL, examples INT NOT NULL, created_at DATETIME(3) NOT NULL) ${ENGINE}`,
  `CREATE TABLE conversation_guests (conversation_id INT UNSIGNED NOT NULL, user_id INT UNSIGNED NOT NULL, asked_at DATETIME(3) NOT NULL, PRIMARY KEY (conversation_id, user_id), KEY (user_id),
    FOREIGN KEY (conversation_id) REFERENCES conversations(id) ON DELETE CASCADE, FOREIGN KEY (user_id) REFERENCES users(id) ON DELETE CASCADE) ${ENGINE}`,
  `CREATE TABLE ready_lines (${ID}, name VARCHAR(80) NOT NULL, text VARCHAR(2000) NOT NULL, user_id INT UNSIGNED NULL, created_at DATETIME(3) NOT NULL, KEY (user_id), FOREIGN KEY (user_id) REFERENCES users(id) ON DELETE CASCADE) ${ENGINE}`,
  `CREATE TABLE teachings (${ID}, conversation_id INT UNSIGNED NOT NULL, kind VARCHAR(10) NOT NULL, question VARCHAR(300) NOT NULL, words VARCHAR(4000) NOT NULL, item_id INT UNSIGNED NULL, state VARCHAR(10) NOT NULL, reason VARCHAR(500) NOT NULL DEFAULT '', made_item INT UNSIGNED NULL,
    user_id INT UNSIGNED NULL, decided_by INT UNSIGNED NULL, decided_at DATETIME(3) NULL, created_at DATETIME(3) NOT NULL, KEY (state, id), KEY (user_id, id), FOREIGN KEY (conversation_id) REFERENCES conversations(id) ON DELETE CASCADE,
    FOREIGN KEY (item_id) REFERENCES items(id), FOREIGN KEY (user_id) REFERENCES users(id) ON DELETE SET NULL, FOREIGN KEY (decided_by) REFERENCES users(id) ON DELETE SET NULL) ${ENGINE}`,
  `CREATE TABLE attachments (${ID}, conversation_id INT UNSIGNED NOT NULL, name VARCHAR(120) NOT NULL, type VARCHAR(60) NOT NULL, size INT NOT NULL, bytes MEDIUMBLOB NOT NULL, created_at DATETIME(3) NOT NULL, FOREIGN KEY (conversation_id) REFERENCES conversations(id) ON DELETE CASCADE) ${ENGINE}`,
  `CREATE TABLE mails (${ID}, conversation_id INT UNSIGNED NULL, direction VARCHAR(3) NOT NULL, message_id VARCHAR(190) NOT NULL, recipient VARCHAR(190) NOT NULL, subject VARCHAR(200) NOT NULL, text LONGTEXT NOT NULL, state VARCHAR(8) NOT NULL, tries INT NOT NULL DEFAULT 0,
    next_at DATETIME(3) NULL, problem VARCHAR(300) NULL, created_at DATETIME(3) NOT NULL, sent_at DATETIME(3) NULL, UNIQUE KEY (message_id), KEY (state, next_at), FOREIGN KEY (conversation_id) REFERENCES conversations(id) ON DELETE CASCADE) ${ENGINE}`,
]
export const down = [
  ...[
    'mails',
    'attachments',
    'teachings',
    'ready_lines',
    'conversation_guests',
    'queue_models',
    'handovers',
  ].map((name) => `DROP TABLE ${name}`),
  'ALTER TABLE messages DROP KEY messages_text',
  `ALTER TABLE conversations ADD KEY queue_id (queue_id), DROP KEY conversations_due, DROP KEY conversations_entered, DROP KEY conversations_subject, DROP KEY case_number, ${CONVERSATION.map((column) => `DROP COLUMN ${nameOf(column)}`).join(', ')}`,
  'ALTER TABLE queues DROP COLUMN settings',
  'ALTER TABLE users ADD COLUMN present BOOLEAN NOT NULL DEFAULT 0',
  "UPDATE users SET present = (presence = 'here')",
  `ALTER TABLE users ${USER.map((column) => `DROP COLUMN ${nameOf(column)}`).join(', ')}`,
]

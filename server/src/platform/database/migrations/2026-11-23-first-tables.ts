const ID = 'id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY'

/** The tables of the first slice, in the order of their foreign keys. */
const TABLES: Record<string, string> = {
  users: `${ID}, name VARCHAR(120) NOT NULL, mail VARCHAR(190) NOT NULL UNIQUE, role VARCHAR(10) NOT NULL, active BOOLEAN NOT NULL DEFAULT 1,
    present BOOLEAN NOT NULL DEFAULT 0, password VARCHAR(255) NULL, failures INT NOT NULL DEFAULT 0, locked_until DATETIME(3) NULL,
    last_seen_at DATETIME(3) NULL, created_at DATETIME(3) NOT NULL`,
  links: `${ID}, token_hash CHAR(64) NOT NULL UNIQUE, kind VARCHAR(10) NOT NULL, user_id INT UNSIGNED NULL, expires_at DATETIME(3) NOT NULL,
    used_at DATETIME(3) NULL, created_at DATETIME(3) NOT NULL, FOREIGN KEY (user_id) REFERENCES users(id) ON DELETE CASCADE`,
  sessions: `sid VARCHAR(64) NOT NULL PRIMARY KEY, user_id INT UNSIGNED NULL, expires DATETIME NULL, data TEXT NULL, created_at DATETIME NOT NULL,
    updated_at DATETIME NOT NULL, KEY (user_id), KEY (expires)`,
  audit_entries: `${ID}, at DATETIME(3) NOT NULL, user_id INT UNSIGNED NULL, who VARCHAR(120) NOT NULL, action VARCHAR(60) NOT NULL,
    subject VARCHAR(255) NOT NULL, detail JSON NOT NULL, KEY (at), KEY (action, at)`,
  settings: `name VARCHAR(60) NOT NULL PRIMARY KEY, value JSON NOT NULL`,
  items: `${ID}, kind VARCHAR(10) NOT NULL, title VARCHAR(200) NOT NULL, collection VARCHAR(80) NOT NULL DEFAULT '', phrasings INT NOT NULL DEFAULT 0,
    words INT NOT NULL DEFAULT 0, review_on DATE NULL, source_name VARCHAR(255) NULL, source_hash CHAR(64) NULL, draft_revision INT UNSIGNED NULL,
    ready BOOLEAN NOT NULL DEFAULT 0, updated_by INT UNSIGNED NULL, updated_at DATETIME(3) NOT NULL, created_at DATETIME(3) NOT NULL,
    KEY (kind, updated_at), KEY (kind, title), KEY (kind, collection), KEY (kind, review_on), UNIQUE KEY (source_name),
    FOREIGN KEY (updated_by) REFERENCES users(id) ON DELETE SET NULL`,
  revisions: `${ID}, item_id INT UNSIGNED NOT NULL, hash CHAR(64) NOT NULL, content LONGTEXT NOT NULL, author_id INT UNSIGNED NULL, created_at DATETIME(3) NOT NULL,
    KEY (item_id, id), FOREIGN KEY (item_id) REFERENCES items(id), FOREIGN KEY (author_id) REFERENCES users(id) ON DELETE SET NULL`,
  releases: `${ID}, note VARCHAR(500) NOT NULL, hash CHAR(64) NOT NULL, previous INT UNSIGNED NULL, changes LONGTEXT NOT NULL, created_by INT UNSIGNED NULL,
    created_at DATETIME(3) NOT NULL, FOREIGN KEY (created_by) REFERENCES users(id) ON DELETE SET NULL`,
  release_items: `release_id INT UNSIGNED NOT NULL, item_id INT UNSIGNED NOT NULL, revision_id INT UNSIGNED NOT NULL, PRIMARY KEY (release_id, item_id), KEY (revision_id),
    FOREIGN KEY (release_id) REFERENCES releases(id), FOREIGN KEY (item_id) REFERENCES items(id), FOREIGN KEY (revision_id) REFERENCES revisions(id)`,
  queues: `${ID}, name VARCHAR(80) NOT NULL UNIQUE, created_at DATETIME(3) NOT NULL`,
  queue_members: `queue_id INT UNSIGNED NOT NULL, user_id INT UNSIGNED NOT NULL, PRIMARY KEY (queue_id, user_id), KEY (user_id),
    FOREIGN KEY (queue_id) REFERENCES queues(id) ON DELETE CASCADE, FOREIGN KEY (user_id) REFERENCES users(id) ON DELETE CASCADE`,
  visitors: `${ID}, token_hash CHAR(64) NOT NULL UNIQUE, name VARCHAR(120) NULL, mail VARCHAR(190) NULL, blocked_at DATETIME(3) NULL, blocked_because VARCHAR(300) NULL,
    created_at DATETIME(3) NOT NULL`,
  conversations: `${ID}, door_id INT UNSIGNED NOT NULL, visitor_id INT UNSIGNED NOT NULL, state VARCHAR(10) NOT NULL, version INT NOT NULL DEFAULT 0, seq INT NOT NULL DEFAULT 0,
    language CHAR(2) NOT NULL DEFAULT 'en', queue_id INT UNSIGNED NULL, agent_id INT UNSIGNED NULL, routed_because VARCHAR(300) NULL, subject VARCHAR(300) NOT NULL DEFAULT '',
    entered_queue_at DATETIME(3) NULL, taken_at DATETIME(3) NULL, closed_at DATETIME(3) NULL, last_at DATETIME(3) NOT NULL, last_by VARCHAR(10) NOT NULL,
    created_at DATETIME(3) NOT NULL, KEY (state, queue_id, entered_queue_at), KEY (agent_id, state), KEY (visitor_id, door_id),
    FOREIGN KEY (door_id) REFERENCES items(id), FOREIGN KEY (visitor_id) REFERENCES visitors(id) ON DELETE CASCADE,
    FOREIGN KEY (queue_id) REFERENCES queues(id), FOREIGN KEY (agent_id) REFERENCES users(id)`,
  messages: `${ID}, conversation_id INT UNSIGNED NOT NULL, seq INT NOT NULL, author VARCHAR(10) NOT NULL, kind VARCHAR(20) NOT NULL, user_id INT UNSIGNED NULL,
    text TEXT NOT NULL, data LONGTEXT NULL, client_id CHAR(36) NULL, created_at DATETIME(3) NOT NULL, UNIQUE KEY (conversation_id, seq),
    UNIQUE KEY (conversation_id, client_id), FOREIGN KEY (conversation_id) REFERENCES conversations(id) ON DELETE CASCADE,
    FOREIGN KEY (user_id) REFERENCES users(id) ON DELETE SET NULL`,
  questions: `${ID}, conversation_id INT UNSIGNED NULL, message_id INT UNSIGNED NULL, release_id INT UNSIGNED NOT NULL, door_id INT UNSIGNED NOT NULL, text VARCHAR(2000) NOT NULL,
    norm VARCHAR(300) NOT NULL, language CHAR(2) NOT NULL, outcome VARCHAR(12) NOT NULL, kind VARCHAR(10) NULL, confidence DOUBLE NOT NULL, item_id INT UNSIGNED NULL,
    revision_id INT UNSIGNED NULL, ordinal INT NULL, nearest_item INT UNSIGNED NULL, vote TINYINT NULL, wants_person BOOLEAN NOT NULL DEFAULT 0, unsettled BOOLEAN NOT NULL DEFAULT 0,
    trace LONGTEXT NOT NULL, asked_at DATETIME(3) NOT NULL, KEY (unsettled, norm(191), asked_at), KEY (norm(191)), KEY (asked_at), KEY (conversation_id),
    FOREIGN KEY (conversation_id) REFERENCES conversations(id) ON DELETE CASCADE, FOREIGN KEY (release_id) REFERENCES releases(id)`,
  mends: `${ID}, norm VARCHAR(300) NOT NULL, text VARCHAR(300) NOT NULL, kind VARCHAR(10) NOT NULL, item_id INT UNSIGNED NOT NULL, door_id INT UNSIGNED NOT NULL, state VARCHAR(10) NOT NULL, proof LONGTEXT NULL,
    created_by INT UNSIGNED NULL, created_at DATETIME(3) NOT NULL, mended_at DATETIME(3) NULL, KEY (norm(191)), KEY (state),
    FOREIGN KEY (item_id) REFERENCES items(id), FOREIGN KEY (created_by) REFERENCES users(id) ON DELETE SET NULL`,
}

export const up = Object.entries(TABLES).map(
  ([name, columns]) => `CREATE TABLE ${name} (${columns}) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
)
export const down = Object.keys(TABLES)
  .reverse()
  .map((name) => `DROP TABLE ${name}`)

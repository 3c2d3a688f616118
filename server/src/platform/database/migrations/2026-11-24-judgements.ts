/** What people of the team say of an answer; the newest wins, a lead's before an agent's. */
export const up = [
  `CREATE TABLE judgements (id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY, question_id INT UNSIGNED NOT NULL, user_id INT UNSIGNED NULL, role VARCHAR(10) NOT NULL,
    verdict VARCHAR(10) NOT NULL, created_at DATETIME(3) NOT NULL, KEY (question_id), FOREIGN KEY (question_id) REFERENCES questions(id) ON DELETE CASCADE,
    FOREIGN KEY (user_id) REFERENCES users(id) ON DELETE SET NULL) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
]
export const down = ['DROP TABLE judgements']

/** What was asked of a language model, what came back and what it cost. Texts go when their days are over, figures stay. */
export const up = [
  `CREATE TABLE model_calls (id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY, at DATETIME(3) NOT NULL, \`use\` VARCHAR(20) NOT NULL, model VARCHAR(200) NOT NULL, user_id INT UNSIGNED NULL,
     sent_tokens INT NOT NULL, received_tokens INT NOT NULL, money DOUBLE NOT NULL, milliseconds INT NOT NULL, fault VARCHAR(300) NULL, sent LONGTEXT NULL, received LONGTEXT NULL,
     KEY model_calls_use_at (\`use\`, at), KEY model_calls_at (at), FOREIGN KEY (user_id) REFERENCES users (id) ON DELETE SET NULL)
    ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`,
]
export const down = ['DROP TABLE model_calls']

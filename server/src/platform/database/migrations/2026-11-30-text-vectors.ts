/** What texts mean, by encoder and hash of the text: made once, and the same for every revision and release that has the text. */
export const up = [
  `CREATE TABLE text_vectors (encoder CHAR(16) NOT NULL, hash CHAR(64) NOT NULL, vectors VARBINARY(1024) NOT NULL, PRIMARY KEY (encoder, hash))
    ENGINE=InnoDB DEFAULT CHARSET=ascii`,
]
export const down = ['DROP TABLE text_vectors']

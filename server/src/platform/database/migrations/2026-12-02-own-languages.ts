/** The language in which the app speaks to a person, as a code of two letters; none for whoever has not chosen. */
export const up = ['ALTER TABLE users ADD COLUMN language CHAR(2) NULL']
export const down = ['ALTER TABLE users DROP COLUMN language']

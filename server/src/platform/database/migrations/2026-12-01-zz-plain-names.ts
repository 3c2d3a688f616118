const TABLES = [
  ['judgements', 'reviews'],
  ['mends', 'fixes'],
  ['gap_mends', 'gap_fixes'],
  ['ready_lines', 'saved_replies'],
  ['teachings', 'proposals'],
] as const

/** Columns by the names that their tables have afterwards. */
const COLUMNS = [
  ['fixes', 'mended_at', 'fixed_at'],
  ['gap_fixes', 'mended_at', 'fixed_at'],
  ['engine_models', 'judged', 'reviewed'],
  ['figures', 'judged', 'reviewed'],
] as const

/** What whole values of a column become. */
const VALUES = [
  ['fixes', 'state', 'mended', 'fixed'],
  ['gap_fixes', 'state', 'mended', 'fixed'],
  ['items', 'kind', 'courtesy', 'smallTalk'],
  ['messages', 'kind', 'courtesy', 'smallTalk'],
  ['checks', 'comes', 'courtesy', 'small talk'],
] as const

/** What stands somewhere in JSON. A quotation mark in somebody's text is escaped there, so no text is changed. */
const PARTS = [
  ['questions', 'trace', '"sill":', '"threshold":'],
  ['questions', 'trace', '"above the sill"', '"above the threshold"'],
  ['questions', 'trace', '"below the sill"', '"below the threshold"'],
  ['revisions', 'content', '"sills":', '"thresholds":'],
  ['releases', 'changes', '"kind":"courtesy"', '"kind":"smallTalk"'],
  ['gap_fixes', 'standing', '"state":"mended"', '"state":"fixed"'],
  ['settings', 'value', '"judgement":', '"review":'],
  ['settings', 'value', '"judgements":', '"reviews":'],
] as const

/** The names of `docs/glossary.md`: what people of the team say of answers are reviews, gaps are fixed, and so on. */
export const up = [
  ...TABLES.map(([old, name]) => `RENAME TABLE ${old} TO ${name}`),
  ...COLUMNS.map(([table, old, name]) => `ALTER TABLE ${table} RENAME COLUMN ${old} TO ${name}`),
  ...VALUES.map(
    ([table, column, old, value]) =>
      `UPDATE ${table} SET ${column} = '${value}' WHERE ${column} = '${old}'`,
  ),
  ...PARTS.map(([table, column, old, value]) => replaced(table, column, old, value)),
  rehashed('thresholds'),
]
export const down = [
  ...PARTS.map(([table, column, old, value]) => replaced(table, column, value, old)),
  rehashed('sills'),
  ...VALUES.map(
    ([table, column, old, value]) =>
      `UPDATE ${table} SET ${column} = '${old}' WHERE ${column} = '${value}'`,
  ),
  ...COLUMNS.map(([table, old, name]) => `ALTER TABLE ${table} RENAME COLUMN ${name} TO ${old}`),
  ...TABLES.map(([old, name]) => `RENAME TABLE ${name} TO ${old}`),
]

function replaced(table: string, column: string, from: string, to: string): string {
  return `UPDATE ${table} SET ${column} = REPLACE(${column}, '${from}', '${to}') WHERE ${column} LIKE '%${from}%'`
}

/** A revision is known again by the hash of its content as it is stored. */
function rehashed(key: string): string {
  return `UPDATE revisions SET hash = SHA2(content, 256) WHERE content LIKE '%"${key}":%'`
}

import { writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { LogFilter, LogQuery } from '@janua/contracts'
import { QueryTypes } from 'sequelize'
import { JANUA } from '../../server/src/modules/accounts/audit.ts'
import { summarise } from '../../server/src/modules/releases/summaries.ts'
import { filterSql } from '../../server/src/modules/questions/filter.ts'
import type { OpenJanua } from '../../demo/allTables.ts'
import { type Figure, withLimit } from '../figure.ts'
import { inHouse, publishAll } from '../house.ts'

const ROWS = 1_000_000
const IMPORTED = 200_000
const TIMES = 15
/** A page of the log, whatever its filter. */
const MOST_PAGE_MS = 250
const NONE: LogFilter = {
  search: '',
  from: null,
  to: null,
  outcome: null,
  door: null,
  release: null,
  language: null,
  channel: null,
  topic: null,
  item: null,
  collection: null,
  hour: null,
  vote: null,
  reviewed: null,
  wantsPerson: null,
  sureFrom: null,
  sureTo: null,
}
const FILTERS: Record<string, Partial<LogFilter>> = {
  'no filter': {},
  'one topic': { topic: 17 },
  'unanswered in one week': { outcome: 'unanswered', from: '2026-06-01', to: '2026-06-07' },
  'voted down': { vote: 'down' },
  'a rare word': { search: 'kestrel' },
  'two words': { search: 'ticket harbour' },
  'one item': { item: 3 },
  'one hour of the day': { hour: 9, outcome: 'suggested' },
  'not reviewed': { reviewed: 'none', outcome: 'answered' },
}

/** The log with a million questions: a page by each kind of filter, the statement's plan, figures of a week, and a log of 200,000 rows brought in. */
export async function logSuite(): Promise<Figure[]> {
  return inHouse(async (janua, door) => {
    const { item } = await janua.releases.draft.add(JANUA, 'article', {
      content: {
        title: 'Tickets',
        collection: 'Fares',
        phrasings: ['what does a ticket cost'],
        body: 'A ticket costs 9.00.\n',
        reviewOn: null,
      },
      summary: summarise('article', {
        title: 'Tickets',
        collection: 'Fares',
        phrasings: [],
        body: '',
        reviewOn: null,
      } as never),
      ready: true,
    })
    const release = await publishAll(janua)
    process.stderr.write(`log: ${ROWS} rows\n`)
    await fill(janua, { door, release, item: item.id })
    return [...(await pages(janua)), ...(await roll(janua)), await bringIn(janua)]
  })
}

async function fill(
  { db }: OpenJanua,
  { door, release, item }: { door: number; release: number; item: number },
): Promise<void> {
  const words =
    "ELT(1 + FLOOR(RAND(7) * 12), 'ticket', 'harbour', 'boat', 'dog', 'refund', 'cabin', 'winter', 'bicycle', 'island', 'wind', 'crossing', 'pier')"
  await db.query(
    `INSERT INTO questions (release_id, door_id, text, norm, language, outcome, kind, confidence, item_id, vote, wants_person, unsettled, trace, asked_at, channel, topic_id)
     SELECT ${release}, ${door}, CONCAT(${words}, ' ', ${words}, ' ', seq MOD 5000, IF(seq MOD 20011 = 0, ' kestrel', '')), CONCAT('wording ', seq MOD 5000), 'en', ELT(1 + seq MOD 4, 'answered', 'answered', 'suggested', 'unanswered'), IF(seq MOD 4 < 2, 'passage', NULL),
     RAND(3), IF(seq MOD 4 < 2, IF(seq MOD 50 = 0, 3, ${item}), NULL), IF(seq MOD 97 = 0, IF(seq MOD 2 = 0, 1, -1), NULL), 0, seq MOD 4 = 3, '{"terms":[],"days":[],"candidates":[],"threshold":0.6,"leftOut":[],"rule":"nothing found","passages":1}', '2025-11-01' + INTERVAL (seq * 31) SECOND, 'chat', seq MOD 400
     FROM seq_1_to_${ROWS}`,
  )
  await db.query(
    "INSERT INTO topics (label, words, created_at) SELECT CONCAT('Topic ', seq), '[]', NOW() FROM seq_1_to_400",
  )
  await db.query('ANALYZE TABLE questions', { type: QueryTypes.SELECT })
}

async function pages(janua: OpenJanua): Promise<Figure[]> {
  const figures: Figure[] = []
  for (const [name, filter] of Object.entries(FILTERS)) {
    const times: number[] = []
    for (let i = 0; i < TIMES; i++) {
      const query: LogQuery = { ...NONE, ...filter, after: null, limit: 50 }
      const began = performance.now()
      const { next } = await janua.questions.questionLog.page(query)
      times.push(performance.now() - began)
      if (i === 0 && next !== null)
        await janua.questions.questionLog.page({ ...query, after: next })
    }
    times.sort((a, b) => a - b)
    const figure = (measure: string, value: number): Figure => ({
      suite: 'log',
      case: `${ROWS} questions, ${name}`,
      subject: 'janua',
      measure,
      value,
      unit: 'ms',
      n: TIMES,
    })
    figures.push(
      figure('a page, median', times[Math.floor(TIMES / 2)]!),
      withLimit(figure('a page, slowest', times.at(-1)!), { atMost: MOST_PAGE_MS }),
    )
    await explain(janua, name, { ...NONE, ...filter })
  }
  return figures
}

/** The plan goes to the console: which index each filter goes by. */
async function explain(
  { db, questions }: OpenJanua,
  name: string,
  filter: LogFilter,
): Promise<void> {
  const { where, values } = filterSql(filter, 'UTC')
  const plan = await db.query<{
    table: string
    type: string
    key: string | null
    rows: number
    Extra: string
  }>(`EXPLAIN ${questions.questionLog.pageSql(where, null)}`, {
    replacements: { ...values, limit: 51 },
    type: QueryTypes.SELECT,
  })
  const chosen = plan.filter(({ table }) => table === 'q').at(-1)
  process.stderr.write(
    `log: plan of “${name}”: ${chosen ? `${chosen.type} by ${chosen.key ?? 'no index'}, about ${chosen.rows} rows` : JSON.stringify(plan[0])}\n`,
  )
}

async function roll(janua: OpenJanua): Promise<Figure[]> {
  const began = performance.now()
  await janua.coverage.rollup.rebuild()
  const all = (performance.now() - began) / 1_000
  await janua.db.query("INSERT INTO figure_marks (week, version) VALUES ('2026-06-01', 1)")
  const again = performance.now()
  await janua.coverage.rollup.settle()
  const one = (performance.now() - again) / 1_000
  const read = performance.now()
  await janua.coverage.reports.coverage(52)
  const report = performance.now() - read
  const figure = (measure: string, value: number, unit: string): Figure => ({
    suite: 'log',
    case: `${ROWS} questions`,
    subject: 'janua',
    measure,
    value,
    unit,
    n: ROWS,
  })
  return [
    figure('all figures from scratch', all, 's'),
    figure('figures of one week', one, 's'),
    figure('the coverage page of a year', report, 'ms'),
  ]
}

async function bringIn(janua: OpenJanua): Promise<Figure> {
  const path = join(tmpdir(), `janua-bench-log-${process.pid}.csv`)
  const rows = Array.from(
    { length: IMPORTED },
    (_, i) =>
      `what does a ticket to pier ${i % 20_000} cost,2026-0${1 + (i % 9)}-0${1 + (i % 9)} 10:00,${i % 60_000}`,
  )
  writeFileSync(path, `text,time,visitor\n${rows.join('\n')}\n`)
  const began = performance.now()
  await janua.questions.logImports.start(JANUA, {
    folder: path,
    files: [{ name: 'old.csv', path, size: 0 }],
    refused: [],
  })
  await janua.questions.logImports.ended()
  const [view] = await janua.questions.logImports.list()
  return {
    suite: 'log',
    case: `${IMPORTED} rows, 20000 different`,
    subject: 'janua',
    measure: `brought in (${view!.taken} taken)`,
    value: (performance.now() - began) / 1_000,
    unit: 's',
    n: IMPORTED,
  }
}

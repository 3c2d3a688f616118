import type { CheckImport, CheckInput } from '@janua/contracts'
import {
  CHECK_COLUMNS,
  type CheckRow as ReadCheck,
  readCheckRows,
  trecOf,
  writeCheckRow,
} from '@janua/core'
import { stringify } from 'csv-stringify/sync'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import type { Checks } from './checks.ts'
import type { Actor } from '../accounts/index.ts'
import type { EngineHost } from '../answering/index.ts'
import type { HandoverViews } from '../handover/index.ts'
import { readCsv } from '../library/index.ts'
import type { ReleaseViews } from '../releases/index.ts'

interface Dependencies {
  read: Pick<HandoverViews, 'queues'> & Pick<ReleaseViews, 'items'>
  checks: Checks
  engine: EngineHost
}

/** Checks as files: read from and written as CSV, and written as TREC topics and relevance reviews. */
export class CheckLists {
  constructor(private readonly dependencies: Dependencies) {}

  /** Adds what can be read of a list; what cannot is told by row, and keeps nothing else from being added. */
  async read(actor: Actor, csv: string): Promise<CheckImport> {
    const { rows } = readList(csv)
    const { checks, faults } = readCheckRows(rows)
    const known = new Set(
      (await this.dependencies.checks.all()).map(({ messages, comes, itemId, queueId }) =>
        keyOf({ messages, comes, item: itemId, queue: queueId }),
      ),
    )
    const find = await this.finder()
    let [added, already] = [0, 0]
    for (const { row, check } of checks) {
      const input = find(check)
      if ('because' in input) faults.push({ row, because: input.because })
      else if (known.has(keyOf(input))) already++
      else {
        await this.dependencies.checks.add(actor, input)
        known.add(keyOf(input))
        added++
      }
    }
    return { added, known: already, faults: faults.sort((a, b) => a.row - b.row) }
  }

  async csv(): Promise<string> {
    const [rows, names, draft] = await Promise.all([
      this.dependencies.checks.all(),
      this.dependencies.checks.names(),
      this.dependencies.engine.draft(),
    ])
    const doors = new Map(draft.doors.map(({ id, key }) => [id, key]))
    const written = rows.map(
      ({ messages, comes, itemId, contains, lacks, queueId, doorId, note }) =>
        writeCheckRow({
          messages,
          comes,
          contains,
          lacks,
          note,
          ...(itemId !== null && { source: names.item(itemId) }),
          ...(queueId !== null && { queue: names.queue(queueId) }),
          ...(doorId !== null && { door: doors.get(doorId) }),
        }),
    )
    return `\uFEFF${stringify([[...CHECK_COLUMNS], ...written], { escape_formulas: true })}`
  }

  async trec(): Promise<{ topics: string; qrels: string }> {
    const [rows, items] = await Promise.all([
      this.dependencies.checks.all(),
      this.dependencies.read.items.list({ attributes: ['id', 'uid'], raw: true }),
    ])
    const uids = new Map(items.map(({ id, uid }) => [id, uid]))
    return trecOf(
      rows
        .filter(({ comes, messages }) => comes === 'answer' && messages.length === 1)
        .map(({ id, question, itemId }) => ({
          id,
          question,
          ...(itemId !== null && { document: uids.get(itemId) }),
        })),
    )
  }

  /** Finds by name what a row speaks of: an item by its title or file, a queue by its name, a door by its key. */
  private async finder(): Promise<(check: ReadCheck) => CheckInput | { because: string }> {
    const [items, queues, draft] = await Promise.all([
      this.dependencies.read.items.list({
        attributes: ['id', 'title', 'sourceName', 'draftRevision'],
        raw: true,
      }),
      this.dependencies.read.queues.list({ raw: true }),
      this.dependencies.engine.draft(),
    ])
    const same = (a: string | null, b: string) => a?.trim().toLowerCase() === b.trim().toLowerCase()
    return ({ messages, comes, source, contains, lacks, queue, door, note }) => {
      const item =
        source === undefined
          ? null
          : items.find(
              ({ title, sourceName, draftRevision }) =>
                draftRevision !== null && (same(title, source) || same(sourceName, source)),
            )?.id
      if (item === undefined) return { because: `nothing in the library is called “${source}”` }
      const to = queue === undefined ? null : queues.find(({ name }) => same(name, queue))?.id
      if (to === undefined) return { because: `there is no queue “${queue}”` }
      const at =
        door === undefined
          ? null
          : draft.doors.find(({ key, title }) => same(key, door) || same(title, door))?.id
      if (at === undefined) return { because: `there is no door “${door}”` }
      return {
        messages,
        comes,
        item,
        contains,
        lacks,
        queue: to,
        door: at,
        language: 'en',
        note: note.slice(0, 300),
      }
    }
  }
}

function readList(csv: string) {
  try {
    return readCsv(Buffer.from(csv))
  } catch (cause) {
    throw problem(
      'INVALID',
      phrase('refusals.checkListUnreadable', { why: (cause as Error).message }),
    )
  }
}

function keyOf({
  messages,
  comes,
  item,
  queue,
}: Pick<CheckInput, 'messages' | 'comes' | 'item' | 'queue'>): string {
  return JSON.stringify([messages, comes, item, queue])
}

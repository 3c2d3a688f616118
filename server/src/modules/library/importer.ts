import type {
  ImportResult,
  ImportState,
  ImportView,
  SheetMapping,
  SheetTrial,
} from '@janua/contracts'
import type { Sequelize, Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import { problem } from '../../platform/http/problems.ts'
import { hashOfFile } from '../../platform/files/store.ts'
import type { Files } from './files.ts'
import { asShown, nameOf, previewOf, sheetKey, tallyOf } from './importShapes.ts'
import { storable } from './storable.ts'
import type { ImportRow, LibraryTables } from './tables.ts'
import type { Said } from './readers/protocol.ts'
import type { Picture, ReadSheet } from './readers/readFile.ts'
import { readInThread, type FileReading } from './readers/reading.ts'
import { takeRows } from './readers/rows.ts'
import { Unreadable } from './readers/text.ts'
import { clearAbandoned, throwAway, type Upload } from './upload.ts'
import { sourceNameOf, sourceNameOfRow } from './sourceNames.ts'
import type { Actor, Audit } from '../accounts/index.ts'
import type { Incoming, Intake } from '../releases/index.ts'

interface Dependencies {
  db: Sequelize
  tables: LibraryTables
  intake: Intake
  files: Files
  users: { nameOf(id: number | null): Promise<string> }
  audit: Audit
  clock: Clock
}

interface Job {
  actor: Actor
  upload: Upload
  reading?: FileReading
  items: Extract<Said, { type: 'item' }>[]
  packages: Extract<Said, { type: 'package' }>[]
  sheets: Map<string, ReadSheet>
  detail: ImportRow['detail']
  saved: number
}

const ENDED: readonly ImportState[] = ['done', 'cancelled', 'broken off']

/**
 * Imports as jobs: files are read in a thread of their own, then taken into the draft in one transaction, so that an import
 * that is cancelled or broken off leaves nothing half done. Sheets wait for the lead to say what their columns are.
 */
export class Importer {
  private readonly jobs = new Map<number, Job>()

  constructor(private readonly dependencies: Dependencies) {}

  async start(actor: Actor, upload: Upload): Promise<ImportView> {
    const { tables, clock } = this.dependencies
    const detail: ImportRow['detail'] = {
      read: 0,
      total: upload.files.length,
      current: '',
      sheets: [],
      results: upload.refused.map(({ file, reason }) => ({ file, result: 'refused', reason })),
    }
    const now = clock.now()
    const row = await tables.imports.create({
      state: 'reading',
      detail,
      userId: actor.id,
      createdAt: now,
      updatedAt: now,
    })
    const job: Job = { actor, upload, items: [], packages: [], sheets: new Map(), detail, saved: 0 }
    this.jobs.set(row.id, job)
    job.reading = readInThread(upload.files, (said) => this.hear(row.id, job, said))
    void job.reading.ended
      .then(() => this.finishReading(row.id, job))
      .catch((cause: unknown) => this.fail(row.id, job, cause))
    return this.read(row.id)
  }

  async read(id: number): Promise<ImportView> {
    const row = await this.row(id)
    const job = this.jobs.get(id)
    return {
      id,
      state: row.state,
      ...(job?.detail ?? row.detail),
      by: await this.dependencies.users.nameOf(row.userId),
      at: row.createdAt.toISOString(),
    }
  }

  async list(): Promise<ImportView[]> {
    const rows = await this.dependencies.tables.imports.findAll({
      attributes: ['id'],
      order: [['id', 'DESC']],
      limit: 20,
    })
    return Promise.all(rows.map(({ id }) => this.read(id)))
  }

  /** Ends an import; what was not yet taken into the draft is forgotten. */
  async cancel(id: number): Promise<ImportView> {
    const row = await this.row(id)
    const job = this.jobs.get(id)
    if (ENDED.includes(row.state) || row.state === 'storing') throw problem('IMPORT_OVER')
    await this.setState(id, row.state === 'asking' ? 'done' : 'cancelled', job)
    await job?.reading?.stop()
    await this.forget(id, job)
    return this.read(id)
  }

  /** What the rows of a waiting sheet would become under a mapping. */
  async trial(id: number, file: string, sheet: string, mapping: SheetMapping): Promise<SheetTrial> {
    const { items, faults } = takeRows(this.waiting(id, file, sheet).content, mapping, file)
    const first = items.slice(0, 5).map(({ content }) => asShown(content))
    return { items: items.length, faults: faults.slice(0, 200), first }
  }

  /** The lead's word on a sheet: how to read it, or null to leave it. */
  async answerSheet(
    id: number,
    { file, sheet, mapping }: { file: string; sheet: string; mapping: SheetMapping | null },
  ): Promise<ImportView> {
    const { job, content } = this.waiting(id, file, sheet)
    if (mapping) {
      const { items, faults } = takeRows(content, mapping, file)
      const incoming = items.map((item): Incoming => ({
        kind: item.kind,
        content: storable(item.kind, item.content),
        sourceName: item.uid ? null : sourceNameOfRow(file, sheet, item.key),
        uid: item.uid,
        ready: true,
      }))
      const tally = await this.store(job.actor, file, incoming, [])
      const notes = faults.map(({ row, because }) => `row ${row}: ${because}`)
      job.detail.results.push({
        file: sheet ? `${file}, sheet “${sheet}”` : file,
        result: 'taken',
        tally,
        what: mapping.as,
        notes,
      })
    }
    job.sheets.delete(sheetKey(file, sheet))
    job.detail.sheets = job.detail.sheets.filter(
      (each) => each.file !== file || each.sheet !== sheet,
    )
    if (job.sheets.size === 0) {
      await this.setState(id, 'done', job)
      await this.forget(id, job)
    } else await this.setState(id, 'asking', job)
    return this.read(id)
  }

  /** At a start: imports that an earlier process had not ended brought nothing in, and say so. */
  async breakOff(): Promise<number> {
    const rows = await this.dependencies.tables.imports.findAll({
      where: { state: ['reading', 'asking', 'storing'] },
    })
    for (const row of rows)
      if (!this.jobs.has(row.id))
        await row.update({
          state: 'broken off',
          detail: { ...row.detail, sheets: [] },
          updatedAt: this.dependencies.clock.now(),
        })
    await clearAbandoned()
    return rows.length
  }

  async close(): Promise<void> {
    for (const [id, job] of this.jobs) {
      await job.reading?.stop()
      await this.forget(id, job)
    }
  }

  private hear(id: number, job: Job, said: Said): void {
    const { detail } = job
    if (said.type === 'found') detail.total += said.more
    else if (said.type === 'begins') detail.current = said.file
    else {
      detail.read++
      if (said.type === 'refused')
        detail.results.push({ file: said.file, result: 'refused', reason: said.reason })
      if (said.type === 'item') job.items.push(said)
      if (said.type === 'package') job.packages.push(said)
      if (said.type === 'sheets')
        for (const sheet of said.sheets) {
          job.sheets.set(sheetKey(said.file, sheet.sheet), sheet)
          detail.sheets.push(previewOf(said.file, sheet))
        }
    }
    if (Date.now() - job.saved < 500) return
    job.saved = Date.now()
    void this.dependencies.tables.imports
      .update(
        { detail, updatedAt: this.dependencies.clock.now() },
        { where: { id, state: 'reading' } },
      )
      .catch(() => undefined)
  }

  private async finishReading(id: number, job: Job): Promise<void> {
    const row = await this.row(id)
    if (row.state !== 'reading') return
    await this.setState(id, 'storing', job)
    await this.storeFiles(job)
    for (const each of job.packages) await this.storePackage(job, each)
    job.items = []
    job.packages = []
    job.detail.current = ''
    await this.setState(id, job.sheets.size > 0 ? 'asking' : 'done', job)
    if (job.sheets.size === 0) await this.forget(id, job)
  }

  private async storeFiles(job: Job): Promise<void> {
    const { db, files, intake, audit } = this.dependencies
    const good: { said: Job['items'][number]; incoming: Incoming }[] = []
    const pictures: Picture[] = []
    for (const said of job.items) {
      try {
        const { item } = said
        const originals = await Promise.all(
          (item.pictures ?? []).map(async (picture) => ({
            ...picture,
            bytes: Buffer.from(picture.bytes),
          })),
        )
        const original = item.original ? originals.pop() : undefined
        const content = original
          ? { ...item.content, file: hashOfFile(original.bytes) }
          : item.content
        good.push({
          said,
          incoming: {
            kind: item.kind,
            content: storable(item.kind, content),
            sourceName: sourceNameOf(said.file),
            ready: true,
          },
        })
        pictures.push(...originals, ...(original ? [original] : []))
      } catch (cause) {
        job.detail.results.push({
          file: said.file,
          result: 'refused',
          reason: cause instanceof Unreadable ? cause.message : 'it could not be understood',
        })
      }
    }
    if (good.length === 0) return
    const taken = await db.transaction(async (transaction: Transaction) => {
      for (const picture of pictures) await files.keep(picture, transaction)
      const all = await intake.take(
        job.actor,
        good.map(({ incoming }) => incoming),
        transaction,
      )
      await audit.note(
        job.actor,
        'brought in files',
        `${good.length} files`,
        tallyOf(all),
        transaction,
      )
      return all
    })
    good.forEach(({ said, incoming }, i) => {
      const { title } = incoming.content as { title: string }
      job.detail.results.push({
        file: said.file,
        ...taken[i]!,
        kind: incoming.kind as 'article' | 'document',
        title,
        passages: said.passages,
        words: said.words,
        notes: said.item.notes,
      })
    })
  }

  private async storePackage(
    job: Job,
    { file, items, notes }: Job['packages'][number],
  ): Promise<void> {
    const incoming: Incoming[] = []
    for (const item of items) {
      try {
        incoming.push({
          kind: item.kind,
          content: storable(item.kind, item.content),
          sourceName: item.name || null,
          uid: item.uid,
          ready: item.ready ?? true,
        })
      } catch (cause) {
        notes.push(`${nameOf(item)}: ${(cause as Error).message}`)
      }
    }
    const tally = await this.store(
      job.actor,
      file,
      incoming,
      items.flatMap(({ pictures }) => pictures ?? []),
    )
    job.detail.results.push({ file, result: 'taken', tally, what: 'library', notes })
  }

  private async store(
    actor: Actor,
    file: string,
    incoming: readonly Incoming[],
    pictures: readonly Picture[],
  ): Promise<Extract<ImportResult, { result: 'taken' }>['tally']> {
    const { db, files, intake, audit } = this.dependencies
    return db.transaction(async (transaction: Transaction) => {
      for (const picture of pictures)
        await files.keep({ ...picture, bytes: Buffer.from(picture.bytes) }, transaction)
      const tally = tallyOf(await intake.take(actor, incoming, transaction))
      await audit.note(actor, 'brought in a file', file.slice(0, 200), tally, transaction)
      return tally
    })
  }

  private waiting(id: number, file: string, sheet: string): { job: Job; content: ReadSheet } {
    const job = this.jobs.get(id)
    const content = job?.sheets.get(sheetKey(file, sheet))
    if (!job || !content) throw problem('IMPORT_OVER')
    return { job, content }
  }

  private async fail(id: number, job: Job, cause: unknown): Promise<void> {
    const reason =
      cause instanceof Unreadable
        ? cause.message
        : 'what was read could not be stored; nothing came in, so please try again'
    job.detail.results.push({ file: 'The import', result: 'refused', reason })
    await this.setState(id, 'broken off', job).catch(() => undefined)
    await this.forget(id, job)
  }

  private async setState(id: number, state: ImportState, job?: Job): Promise<void> {
    const { tables, clock } = this.dependencies
    await tables.imports.update(
      { state, ...(job && { detail: job.detail }), updatedAt: clock.now() },
      { where: { id } },
    )
  }

  private async forget(id: number, job: Job | undefined): Promise<void> {
    this.jobs.delete(id)
    if (job) await throwAway(job.upload)
  }

  private async row(id: number): Promise<Row<ImportRow>> {
    const row = await this.dependencies.tables.imports.findByPk(id)
    if (!row) throw problem('IMPORT_NOT_FOUND', id)
    return row
  }
}

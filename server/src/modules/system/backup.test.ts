import type { SystemState } from '@janua/contracts'
import { expect } from 'chai'
import { createHash } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { readdir, unlink } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { QueryTypes } from 'sequelize'
import { FileStore } from '../../platform/files/store.ts'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { freshJanua, member, type Member, openTestApp, visitor } from '../../testing/harness.ts'
import { readBackup, writeBackup } from './backup.ts'

describe('backup and restore', () => {
  const folder = mkdtempSync(join(tmpdir(), 'janua-backup-'))
  const to = join(folder, 'backup')
  let janua: OpenJanua
  let lead: Member
  let close: () => Promise<void>
  before(async () => {
    ;({ janua, close } = await freshJanua())
    await openTestApp(janua)
    lead = await member(janua, 'lead', 'Ines')
    const someone = await visitor(janua)
    await someone.says('Größe „XL“, Ωμέγα 船 – can I bring my dog?\nsecond line')
    await lead.put('/retention', { conversationDays: 400, attachmentDays: null, auditDays: null })
    await janua.library.files.keep({
      name: 'a.pdf',
      type: 'application/pdf',
      bytes: Buffer.from('%PDF x'),
    })
  })
  after(async () => {
    await close()
    rmSync(folder, { recursive: true, force: true })
  })

  /** Every row of every table that a backup holds, in a form that can be compared. */
  async function everything(): Promise<Record<string, string>> {
    const tables = await janua.db.query<{ name: string }>(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name NOT IN ('sessions', 'settings') ORDER BY 1",
      { type: QueryTypes.SELECT },
    )
    const sums: Record<string, string> = {}
    for (const { name } of tables) {
      const rows = await janua.db.query(`SELECT * FROM \`${name}\``, { type: QueryTypes.SELECT })
      sums[name] =
        `${rows.length} ${createHash('sha256').update(JSON.stringify(rows)).digest('hex')}`
    }
    return sums
  }

  it('bring every row and every file back as they were', async () => {
    const before = await everything()
    const { rows, copied } = await writeBackup(janua.db, janua.store.folder, to)
    expect(rows).to.be.greaterThan(20)
    expect(copied).to.equal(1)
    const told = (await lead.get('/system')).body as SystemState
    expect(told.backup!.bytes).to.be.within(500, 5_000_000)
    await janua.db.getQueryInterface().dropAllTables()
    const restored = join(folder, 'restored')
    expect(await readBackup(janua.db, restored, to)).to.eql({ rows, copied })
    expect(await everything()).to.eql(before)
    const { hash } = (await janua.tables.files.findOne())!
    expect((await new FileStore(restored).read(hash)).toString()).to.equal('%PDF x')
  })
  it('refuse a folder with something in it, and a backup that was broken off', async () => {
    const refused = await writeBackup(janua.db, janua.store.folder, to).catch(
      (c: Error) => c.message,
    )
    expect(refused).to.include('is not empty')
    expect(await readdir(to)).to.include('manifest.json')
    await unlink(join(to, 'manifest.json'))
    await janua.db.getQueryInterface().dropAllTables()
    const broken = await readBackup(janua.db, join(folder, 'r2'), to).catch((c: Error) => c.message)
    expect(broken).to.include('holds no whole backup')
  })
})

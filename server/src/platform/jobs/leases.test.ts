import { expect } from 'chai'
import pino from 'pino'
import { setTimeout as pause } from 'node:timers/promises'
import { freshJanua } from '../../testing/harness.ts'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { Leases } from './leases.ts'
import { JobRunner } from './runner.ts'

describe('jobs of several processes', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  before(async () => void ({ janua, close } = await freshJanua()))
  after(() => close())
  const leasesOf = (seconds: number) => new Leases(janua.db, seconds)
  const runnerOf = (leases: Leases, run: () => Promise<unknown>, name = 'counting') =>
    new JobRunner(
      {
        tables: janua.tables,
        leases,
        clock: { now: () => new Date() },
        log: pino({ level: 'silent' }),
      },
      [{ name, title: 'Counts', everySeconds: 1, run }],
    )

  it('are each run by one of them', async () => {
    const ran: string[] = []
    const [one, other] = ['one', 'other'].map((who) =>
      runnerOf(leasesOf(20), async () => ran.push(who)),
    )
    for (let i = 0; i < 5; i++)
      await Promise.all([one!.runNow('counting'), other!.runNow('counting')])
    expect(ran).to.have.length(5)
    expect(new Set(ran).size).to.equal(1)
    await Promise.all([one!.close(), other!.close()])
  })
  it('go to another one as soon as theirs ends in order', async () => {
    const ran: string[] = []
    const one = runnerOf(leasesOf(20), async () => ran.push('one'), 'handed on')
    const other = runnerOf(leasesOf(20), async () => ran.push('other'), 'handed on')
    await one.runNow('handed on')
    await other.runNow('handed on')
    await one.close()
    await other.runNow('handed on')
    expect(ran).to.eql(['one', 'other'])
    await other.close()
  })
  it('go to another one when theirs dies, after its lease', async () => {
    const [dead, alive] = [leasesOf(1), leasesOf(1)]
    expect(await dead.take('left')).to.equal(true)
    expect(await alive.take('left')).to.equal(false)
    await pause(1_100)
    expect(await alive.take('left')).to.equal(true)
    expect(await dead.take('left')).to.equal(false)
  })
  it('are kept while they run, however long', async () => {
    const [busy, other] = [leasesOf(1), leasesOf(1)]
    expect(await busy.take('long')).to.equal(true)
    const end = busy.keep('long')
    await pause(1_600)
    expect(await other.take('long')).to.equal(false)
    end()
  })
  it('cost the database nothing while the lease is young', async () => {
    const leases = leasesOf(20)
    await leases.take('young')
    let queries = 0
    const { options } = janua.db as unknown as { options: { logging: unknown } }
    const before = options.logging
    options.logging = () => queries++
    for (let i = 0; i < 10; i++) expect(await leases.take('young')).to.equal(true)
    options.logging = before
    expect(queries).to.equal(0)
  })
})

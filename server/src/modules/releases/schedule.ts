import type { PublishInput, ScheduledRelease } from '@janua/contracts'
import { Op } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { Problem, problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import { type Choices, readyAmong } from './choice.ts'
import type { Draft } from './draft.ts'
import { mustBeReasoned, type Prover } from './reasons.ts'
import type { Releases } from './service.ts'
import type { ReleaseTables } from './tables.ts'
import type { Actor, Audit } from '../accounts/index.ts'

interface Dependencies {
  tables: ReleaseTables
  draft: Draft
  choices: Choices
  proofs: Prover
  releases: Releases
  users: { nameOf(id: number | null): Promise<string> }
  audit: Audit
  clock: Clock
}

/** Publications at a set time: exactly the revisions that were chosen, whatever becomes of the draft until then. */
export class Schedule {
  private busy = false

  constructor(private readonly dependencies: Dependencies) {}

  async add(actor: Actor, { items, note, because, at }: PublishInput): Promise<number> {
    const { tables, draft, proofs, clock, audit } = this.dependencies
    const when = new Date(at!)
    if (!(when > clock.now())) throw problem('INVALID', phrase('refusals.timePassed'))
    const chosen = readyAmong(await draft.changes(), new Set(items))
    mustBeReasoned(await proofs.of(items, true), because)
    const pinned = new Map((await draft.pinned()).map(({ item, revision }) => [item, revision]))
    const pins = chosen.map(({ item }) => ({ item, revision: pinned.get(item) ?? null }))
    const row = await tables.scheduled.create({
      at: when,
      pins,
      note,
      because: because || null,
      state: 'waiting',
      problem: null,
      createdBy: actor.id,
      createdAt: clock.now(),
    })
    await audit.note(actor, 'set a publication', when.toISOString(), { note, changes: pins.length })
    return row.id
  }

  async list(): Promise<ScheduledRelease[]> {
    const { tables, users, clock } = this.dependencies
    const week = new Date(+clock.now() - 7 * 86_400_000)
    const rows = await tables.scheduled.findAll({
      where: { [Op.or]: [{ state: 'waiting' }, { state: 'failed', at: { [Op.gt]: week } }] },
      order: [['at', 'ASC']],
    })
    return Promise.all(
      rows.map(async ({ id, at, note, pins, createdBy, state, problem: why }) => ({
        id,
        at: at.toISOString(),
        note,
        changes: pins.length,
        by: await users.nameOf(createdBy),
        state,
        problem: why,
      })),
    )
  }

  async withdraw(actor: Actor, id: number): Promise<void> {
    const [withdrawn] = await this.dependencies.tables.scheduled.update(
      { state: 'withdrawn' },
      { where: { id, state: ['waiting', 'failed'] } },
    )
    if (withdrawn === 0) throw problem('SCHEDULE_GONE')
    await this.dependencies.audit.note(actor, 'withdrew a publication', String(id), {})
  }

  /** Publishes what is due. What cannot be published is kept, with the reason, for the lead to see. */
  async tick(): Promise<void> {
    if (this.busy) return
    this.busy = true
    try {
      const due = await this.dependencies.tables.scheduled.findAll({
        where: { state: 'waiting', at: { [Op.lte]: this.dependencies.clock.now() } },
        order: [['at', 'ASC']],
      })
      for (const row of due) {
        const actor = {
          id: row.createdBy,
          name: await this.dependencies.users.nameOf(row.createdBy),
        }
        const said = await this.dependencies.releases
          .publish(
            actor,
            row.pins.map(({ item }) => item),
            row.note,
            { because: row.because ?? '', pins: row.pins },
          )
          .then(
            () => ({ state: 'done' as const, problem: null }),
            (cause: unknown) => ({
              state: 'failed' as const,
              problem:
                cause instanceof Problem
                  ? cause.message
                  : 'Something went wrong on our side; the changes are in the draft still.',
            }),
          )
        await row.update(said)
      }
    } finally {
      this.busy = false
    }
  }
}

import {
  type DoorLanguage,
  QUESTIONS_TO_TRY,
  START_STEPS,
  type StartStep,
  type StartTeam,
  type StartView,
} from '@janua/contracts'
import { Op } from 'sequelize'
import { LOADED, type Loaded } from '../../platform/database/loaded.ts'
import type { Settings } from '../../platform/settings.ts'
import type { AccountViews, Actor } from '../accounts/index.ts'
import type { Doors, Sightings } from '../doors/index.ts'
import type { Queues } from '../handover/index.ts'
import type { Articles } from '../library/index.ts'
import type { Reporting } from '../questions/index.ts'
import type { Draft, ReleaseViews } from '../releases/index.ts'
import { EXAMPLES } from './examples/index.ts'

const NAME = 'start'
const CONTENT_KINDS = ['article', 'fixed', 'document']

/** What only the lead can say; everything else is read off what is there. */
interface Kept {
  team: StartView['team']
  skipped: StartStep[]
  asked: number
  hidden: boolean
}
const NOTHING: Kept = { team: null, skipped: [], asked: 0, hidden: false }

export interface StartPorts {
  settings: Settings
  read: Pick<AccountViews, 'users'> & Pick<ReleaseViews, 'items'>
  draft: Draft
  doors: Doors
  sightings: Sightings
  queues: Queues
  articles: Articles
  reporting: Reporting
}

/** The first day: five steps from an empty install to an answer on a page of the team's own. */
export class Start {
  constructor(private readonly ports: StartPorts) {}

  async view(): Promise<StartView> {
    const { settings, read, draft, doors, sightings, queues } = this.ports
    const [kept, loaded, items, examples, people, [queue], [door], changes] = await Promise.all([
      this.kept(),
      settings.read<Loaded>(LOADED),
      read.items.count({ where: { kind: CONTENT_KINDS, draftRevision: { [Op.ne]: null } } }),
      read.items.count({
        where: {
          collection: Object.values(EXAMPLES).map(({ collection }) => collection),
          draftRevision: { [Op.ne]: null },
        },
      }),
      read.users.count({ where: { active: true } }),
      queues.list(),
      doors.list(),
      draft.changes(),
    ])
    const seen = door ? await sightings.of(door.key) : []
    const isDone: Record<StartStep, boolean> = {
      team: kept.team !== null,
      content: items > 0,
      try: kept.asked >= QUESTIONS_TO_TRY,
      people: (queue?.members.length ?? 0) > 0,
      live: seen.some(({ site }) => door?.allowedSites.includes(site)),
    }
    return {
      steps: START_STEPS.map((name) => ({
        name,
        state: isDone[name] ? 'done' : kept.skipped.includes(name) ? 'skipped' : 'open',
      })),
      hidden: kept.hidden || loaded?.seed === 'demo',
      team: kept.team,
      items,
      examples,
      asked: kept.asked,
      people,
      queue: queue ? { id: queue.id, name: queue.name, members: queue.members.length } : null,
      door: door
        ? {
            id: door.id,
            key: door.key,
            title: door.title,
            colour: door.colour,
            timeZone: door.timeZone,
            allowedSites: door.allowedSites,
            published: door.published,
          }
        : null,
      ready: changes.filter(({ ready }) => ready).length,
      seen,
    }
  }

  /** The name stands over the first door, in its colour; the zone is that of the door's hours and of the figures. */
  async setTeam(actor: Actor, { name, zone, language, colour }: StartTeam): Promise<StartView> {
    const { doors, reporting } = this.ports
    const [door] = await doors.list()
    if (door) {
      const { id, revision, state: _, published: _published, ...content } = door
      await doors.save(actor, id, {
        ...content,
        title: name,
        colour,
        timeZone: zone,
        base: revision,
        ready: true,
      })
    }
    await reporting.set({ ...(await reporting.read()), zone })
    await this.keep({ team: { name, language } })
    return this.view()
  }

  /**
   * Puts the starter articles into the draft, in work, so that none is published before somebody has put the team's
   * own facts into it. What has been put in before is not put in twice.
   */
  async addExamples(actor: Actor, language: DoorLanguage): Promise<{ added: number }> {
    const { articles, read } = this.ports
    const { collection, articles: examples } = EXAMPLES[language]
    const there = await read.items.list({
      where: { collection, draftRevision: { [Op.ne]: null } },
    })
    const missing = examples.filter(({ title }) => !there.some((item) => item.title === title))
    for (const { title, phrasings, body } of missing)
      await articles.add(actor, {
        kind: 'article',
        title,
        collection,
        phrasings: [...phrasings],
        body,
        reviewOn: null,
        ready: false,
      })
    return { added: missing.length }
  }

  async skip(step: StartStep, skipped: boolean): Promise<void> {
    const others = (await this.kept()).skipped.filter((each) => each !== step)
    await this.keep({ skipped: skipped ? [...others, step] : others })
  }

  /** Counts a question that was tried. */
  async noteAsked(): Promise<void> {
    const { asked } = await this.kept()
    if (asked < QUESTIONS_TO_TRY) await this.keep({ asked: asked + 1 })
  }

  async hide(hidden: boolean): Promise<void> {
    await this.keep({ hidden })
  }

  private async kept(): Promise<Kept> {
    return { ...NOTHING, ...(await this.ports.settings.read<Partial<Kept>>(NAME)) }
  }

  private async keep(changed: Partial<Kept>): Promise<void> {
    await this.ports.settings.write(NAME, { ...(await this.kept()), ...changed })
  }
}

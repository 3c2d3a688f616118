import type { EncoderContent, EncoderView, EncoderWork, NaturalFigures } from '@janua/contracts'
import { LANGUAGES } from '@janua/core'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Clock } from '../../../platform/clock.ts'
import { problem } from '../../../platform/http/problems.ts'
import { phrase } from '../../../platform/language/phrases.ts'
import type { ModelTables } from '../tables.ts'
import { Filling } from './filling.ts'
import { learnRankings } from './learnRankings.ts'
import { type EncoderSource, faultOf, openEncoder, type OpenEncoder, placeOf } from './source.ts'
import type { Settings } from '../../../platform/settings.ts'
import type { Actor, Audit } from '../../accounts/index.ts'
import {
  type AttachedEncoders,
  type Encoder,
  type EngineHost,
  type LearntEncoder,
  MODELS,
} from '../../answering/index.ts'
import { type Draft, type LivePointer, type ReleaseViews, summarise } from '../../releases/index.ts'
import { sha256 } from '../../../platform/hash.ts'

interface Dependencies {
  settings: Settings
  tables: ModelTables
  read: Pick<ReleaseViews, 'items' | 'revisions'>
  attached: AttachedEncoders
  /** Finds an encoder that was learnt once. */
  learnt(id: string): Promise<LearntEncoder | null>
  engine: EngineHost
  draft: Draft
  live: LivePointer
  audit: Audit
  clock: Clock
  source: EncoderSource | null
}

/** An encoder that is open, with what was found when it was tried. */
interface Connected {
  encoder: OpenEncoder
  id: string
  milliseconds: number
  sample: { alike: number; apart: number }
}

const PAUSED = 'encoder_paused'
/** What is stored of an encoder changes its meaning with this number. */
const FORM = 1
/** An encoder that failed is tried again after so long, one that answers is looked at again after so long. */
const AGAIN_MS = 60_000
const LOOK_MS = 600_000
const SAMPLE = [
  'How do I get my money back?',
  'Where can I ask for a refund?',
  'The hall is closed on public holidays.',
]

/** An encoder of the team's: connected, learnt, given everything to read, and named by the draft when the lead wants it. */
export class Encoders {
  readonly filling: Filling
  private connected: Connected | null = null
  private connecting: Promise<void> | undefined
  private fault: string | null = null
  private triedAt = 0
  private learning: (EncoderWork & { step: 'reading' | 'encoding' | 'learning' }) | null = null
  private learningBegan = 0
  private problem: string | null = null
  /** For which encoder and draft everything has been read. */
  private filled = ''
  private readonly ending = new AbortController()

  constructor(private readonly dependencies: Dependencies) {
    this.filling = new Filling({
      attached: dependencies.attached,
      read: (content) => dependencies.engine.contentOf({ content }),
      onFilled: () => dependencies.engine.forget(),
    })
  }

  /** Connects, looks whether it is the same still, and has read what is missing. */
  async tick(): Promise<void> {
    await this.connect()
    const learnt = this.connected && (await this.dependencies.learnt(this.connected.id))
    if (!learnt || this.filling.isRunning || (await this.isPaused())) return
    const { key, content } = await this.dependencies.engine.draft()
    const wanted = `${learnt.id} ${key}`
    if (wanted === this.filled) return
    this.problem = null
    this.filling
      .fill(learnt, content)
      .then(() => {
        if (this.filling.done === this.filling.of) this.filled = wanted
      })
      .catch((cause: unknown) => (this.problem = faultOf(cause)))
  }

  /** Tries it at once, not when its time has come. */
  async lookAgain(): Promise<void> {
    this.triedAt = 0
    await this.tick()
  }

  async view(): Promise<Omit<EncoderView, 'trial'>> {
    const { source } = this.dependencies
    const [row, draft, live, isPaused] = await Promise.all([
      this.connected
        ? this.dependencies.tables.encoders.findByPk(this.connected.id, {
            attributes: ['figures', 'createdAt'],
          })
        : null,
      this.inDraft(),
      this.inRelease(await this.dependencies.live.read()),
      this.isPaused(),
    ])
    const now = shippedFigures()
    return {
      source: source && placeOf(source),
      state: !source
        ? 'none'
        : this.connected
          ? 'connected'
          : this.fault === null
            ? 'connecting'
            : 'failed',
      fault: this.fault,
      found: this.connected && foundIn(this.connected),
      learning: this.learning && { ...this.learning, secondsLeft: this.learningLeft() },
      learnt: row && {
        at: row.createdAt.toISOString(),
        now: now.filter(({ language }) => row.figures.some((own) => own.language === language)),
        then: row.figures,
      },
      vectors: row && {
        done: this.filling.done,
        of: this.filling.of,
        secondsLeft: this.filling.secondsLeft,
        isPaused,
        isRunning: this.filling.isRunning,
      },
      problem: this.problem,
      draft: draft?.content ?? null,
      live,
    }
  }

  /** The id of the encoder that is connected. */
  get current(): string | null {
    return this.connected?.id ?? null
  }

  /** The encoder that runs now, learnt. @throws ENCODER_FAILED when there is none */
  async ready(): Promise<LearntEncoder> {
    const { id } = this.open()
    const learnt = await this.dependencies.learnt(id)
    if (!learnt) throw problem('ENCODER_FAILED', phrase('refusals.notLearnt'))
    return learnt
  }

  /** Learns how the encoder ranks, in the background; then everything is read. @throws when it does not run, or that is done already */
  async learn(actor: Actor): Promise<void> {
    if (this.learning) throw problem('INVALID', phrase('refusals.learningAlready'))
    const { encoder, id } = this.open()
    this.problem = null
    this.learning = { step: 'reading', done: 0, of: 0, secondsLeft: null }
    this.learningBegan = performance.now()
    await this.dependencies.audit.note(actor, 'had learnt the encoder', encoder.id)
    void this.learnNow(encoder, id)
      .then(() => this.tick())
      .catch((cause: unknown) => (this.problem = faultOf(cause)))
      .finally(() => (this.learning = null))
  }

  async pause(actor: Actor, paused: boolean): Promise<void> {
    const { settings, audit } = this.dependencies
    await settings.write(PAUSED, paused)
    await audit.note(actor, paused ? 'paused the encoder' : 'let the encoder go on', '')
    if (paused) await this.filling.stop()
    else await this.tick()
  }

  /** Makes the encoder part of the draft, ready for the next release. @throws while it has not read everything */
  async use(actor: Actor): Promise<void> {
    const learnt = await this.ready()
    const { index } = await this.tried()
    if (index.lacksAttached) throw problem('ENCODER_NOT_READY')
    const content: EncoderContent = { id: learnt.id, name: learnt.name }
    const { draft, read } = this.dependencies
    const known = await this.inDraft()
    const summary = summarise('encoder', content)
    if (known)
      await draft.save(actor, known.item, 'encoder', {
        content,
        summary,
        base: known.revision,
        ready: true,
      })
    else {
      const gone = await read.items.first({ where: { kind: 'encoder' } })
      if (gone) await draft.putBack(actor, gone.id, 'encoder', { content, summary, ready: true })
      else await draft.add(actor, 'encoder', { content, summary, ready: true })
    }
  }

  /** Takes it out of the draft: the next release goes without. */
  async remove(actor: Actor): Promise<void> {
    const known = await this.inDraft()
    if (!known) throw problem('NOT_FOUND')
    await this.dependencies.draft.remove(actor, known.item, 'encoder')
  }

  /** The draft as it would answer with the encoder. */
  async tried() {
    const { id, name } = await this.ready()
    const { engine, draft } = this.dependencies
    return engine.of(await draft.pinned(), { encoder: { id, name } })
  }

  async close(): Promise<void> {
    this.ending.abort()
    await this.filling.stop()
    await this.connecting?.catch(() => undefined)
    await this.connected?.encoder.close?.()
  }

  /** Connects where that is due; an encoder that has become another one is not used as the one that it was. */
  private async connect(): Promise<void> {
    const { source } = this.dependencies
    if (!source) return
    const since = performance.now() - this.triedAt
    if (this.triedAt > 0 && since < (this.connected ? LOOK_MS : AGAIN_MS)) return
    this.connecting ??= this.connectNow(source).finally(() => (this.connecting = undefined))
    await this.connecting
  }

  private async connectNow(source: EncoderSource): Promise<void> {
    this.triedAt = performance.now()
    // A folder is read once: nobody changes a model that runs.
    if (this.connected && source.kind === 'folder') return
    try {
      const encoder = await openEncoder(source)
      const found = await tryOut(encoder)
      const isOther = this.connected !== null && this.connected.id !== found.id
      this.connected = found
      this.fault = isOther ? CHANGED : null
      const learnt = await this.dependencies.learnt(found.id)
      if (learnt) this.dependencies.attached.run(encoder, learnt)
      else this.dependencies.attached.stop()
    } catch (cause) {
      // One that ran may come back; until then each question falls back by itself.
      this.fault = faultOf(cause)
      if (!this.connected) this.dependencies.attached.stop()
    }
  }

  /** @throws ENCODER_FAILED while none is connected */
  private open(): Connected {
    if (!this.connected)
      throw problem('ENCODER_FAILED', this.fault ?? phrase('refusals.notConnected'))
    return this.connected
  }

  private async learnNow(encoder: Encoder, id: string): Promise<void> {
    const { tables, attached, clock } = this.dependencies
    if (!(await this.dependencies.learnt(id))) {
      const { directions, rankings, figures } = await learnRankings(
        encoder,
        (step, done, of) => {
          if (this.learning!.step !== step) this.learningBegan = performance.now()
          this.learning = { step, done, of, secondsLeft: null }
        },
        { learnFrom: this.dependencies.source?.learnFrom, signal: this.ending.signal },
      )
      await tables.encoders.upsert({
        id,
        name: encoder.id,
        directions: directions && Buffer.from(directions.buffer),
        rankings,
        figures,
        createdAt: clock.now(),
      })
    }
    attached.run(encoder, (await this.dependencies.learnt(id))!)
  }

  private learningLeft(): number | null {
    const { step, done, of } = this.learning!
    if (step !== 'encoding' || done === 0) return null
    return Math.ceil((((performance.now() - this.learningBegan) / done) * (of - done)) / 1_000)
  }

  private async isPaused(): Promise<boolean> {
    return (await this.dependencies.settings.read(PAUSED)) === true
  }

  private async inDraft(): Promise<{
    item: number
    revision: number
    content: EncoderContent
  } | null> {
    const { items, revisions } = this.dependencies.read
    const item = await items.first({ where: { kind: 'encoder' } })
    const revision = item?.draftRevision ? await revisions.find(item.draftRevision) : null
    return (
      revision && {
        item: item!.id,
        revision: revision.id,
        content: revision.content as EncoderContent,
      }
    )
  }

  private async inRelease(number: number | null): Promise<EncoderContent | null> {
    return number === null ? null : (await this.dependencies.engine.release(number)).encoder
  }
}

const CHANGED =
  'Another model answers now under the same name: its vectors are not those that were stored. It is not used until you have it learnt anew.'

/** Finds encoders as they were learnt; null for one that was not. What was learnt never changes, and is read once. */
export function learntEncoders({
  encoders,
}: Pick<ModelTables, 'encoders'>): (id: string) => Promise<LearntEncoder | null> {
  const known = new Map<string, LearntEncoder>()
  return async (id) => {
    const row = known.has(id) ? null : await encoders.findByPk(id)
    if (row) {
      const { name, directions, rankings } = row
      known.set(id, {
        id,
        name,
        rankings,
        directions: directions && new Float32Array(new Uint8Array(directions).buffer),
      })
    }
    return known.get(id) ?? null
  }
}

/** Its vectors are stored under this: the same only for the same encoder. */
function storedUnder(encoder: Pick<Encoder, 'id'>): string {
  return sha256(`${FORM} ${encoder.id}`).slice(0, 16)
}

async function tryOut(encoder: OpenEncoder): Promise<Connected> {
  const began = performance.now()
  const [a, b, c] = await encoder.embed(SAMPLE, 'question')
  const milliseconds = (performance.now() - began) / SAMPLE.length
  const near = (x: Float32Array, y: Float32Array) =>
    x.reduce((sum, value, i) => sum + value * y[i]!, 0)
  return {
    encoder,
    id: storedUnder(encoder),
    milliseconds,
    sample: { alike: near(a!, b!), apart: near(a!, c!) },
  }
}

function foundIn({ encoder, id, milliseconds, sample }: Connected): EncoderView['found'] {
  const { dimensions, languages, maxTokens, id: name } = encoder
  return {
    id,
    name,
    dimensions,
    languages: languages && LANGUAGES.filter((language) => languages.includes(language)),
    maxTokens,
    milliseconds,
    sample,
  }
}

/** What the one that ships came to on the same questions, as `npm run train` found it. */
function shippedFigures(): NaturalFigures[] {
  const read = () =>
    JSON.parse(readFileSync(join(MODELS, 'figures.json'), 'utf8')) as NaturalFigures[]
  return (shipped ??= read())
}

let shipped: NaturalFigures[] | undefined

import {
  MODEL_USES,
  type ModelCalls,
  type ModelConnection,
  type ModelConnectionInput,
  type ModelsView,
  type ModelTest,
  type ModelUse,
  type UseFigures,
  type UseSettings,
} from '@janua/contracts'
import { median } from '@janua/core'
import { Op, QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import { httpLanguageModel } from './httpLanguageModel.ts'
import { type Completion, type LanguageModel, ModelFault } from './languageModel.ts'
import { Masking } from './masking.ts'
import { leaks, messagesFor, promptOf, SCHEMAS } from './prompts.ts'
import type { Sealing } from '../../platform/sealing.ts'
import type { ModelTables } from './tables.ts'
import type { Settings } from '../../platform/settings.ts'
import type { Actor, Audit, Names } from '../accounts/index.ts'

/** A connection that whoever runs the server has set up. */
export type GivenConnection = Pick<ModelConnection, 'url' | 'model'> & { key?: string | undefined }

interface Dependencies {
  settings: Settings
  db: Sequelize
  tables: ModelTables
  users: Names
  audit: Audit
  sealing: Sealing
  /** Holds until the team connects another. */
  given: GivenConnection | null
  clock: Clock
}

/** A reply that may be used, and what it took. */
export interface Reply {
  text: string
  tokens: number
  money: number
  milliseconds: number
}

interface Connection extends ModelConnection {
  key?: string | undefined
  source: 'here' | 'environment'
}
interface StoredConnection extends ModelConnection {
  sealedKey: string | null
}

const CONNECTION = 'language_model'
const USES = 'language_model_uses'
const STOPPED = 'language_model_stopped'
const DAY_MS = 86_400_000
/** Of a use's newest calls so many tell how long it takes. */
const TIMED = 500

const USUAL: Pick<UseSettings, 'on' | 'rules' | 'model' | 'tokensADay' | 'moneyADay'> = {
  on: false,
  rules: '',
  model: null,
  tokensADay: null,
  moneyADay: null,
}
/** How each use begins. A visitor waits for a wording, so it gets little time. */
const STARTER: Record<ModelUse, UseSettings> = {
  wording: { ...USUAL, temperature: 0.2, maxTokens: 600, timeoutSeconds: 4 },
  elsewhere: { ...USUAL, temperature: 0.2, maxTokens: 300, timeoutSeconds: 4 },
  opinion: { ...USUAL, temperature: 0, maxTokens: 30, timeoutSeconds: 3 },
  phrasings: { ...USUAL, temperature: 0.7, maxTokens: 1_000, timeoutSeconds: 60 },
  drafting: { ...USUAL, temperature: 0.3, maxTokens: 2_000, timeoutSeconds: 90 },
  'door texts': { ...USUAL, temperature: 0.5, maxTokens: 2_000, timeoutSeconds: 90 },
  summary: { ...USUAL, temperature: 0.2, maxTokens: 400, timeoutSeconds: 30 },
}

/**
 * The one way to a language model: what is asked of it is masked, bounded by the use's budget and noted; nothing is asked while the use is off or
 * everything is stopped.
 */
export class ModelUses {
  constructor(private readonly dependencies: Dependencies) {}

  async view(): Promise<ModelsView> {
    const { connection, uses, isStopped } = await this.configured()
    const figures = await Promise.all(
      MODEL_USES.map(async (use) => ({
        today: await this.figures(use, this.midnight()),
        month: await this.figures(use, new Date(+this.midnight() - 29 * DAY_MS)),
      })),
    )
    return {
      connection: connection && {
        url: connection.url,
        model: connection.model,
        prices: connection.prices,
        currency: connection.currency,
        keepDays: connection.keepDays,
        hasKey: connection.key !== undefined,
      },
      source: connection?.source ?? null,
      isStopped,
      uses: MODEL_USES.map((use, i) => ({
        use,
        settings: uses[use],
        prompt: promptOf(use),
        ...figures[i]!,
      })),
    }
  }

  /** What is connected, how each use is set, and whether everything is stopped. */
  async configured(): Promise<{
    connection: Connection | null
    uses: Record<ModelUse, UseSettings>
    isStopped: boolean
  }> {
    const [connection, uses, isStopped] = await Promise.all([
      this.connection(),
      this.settings(),
      this.isStopped(),
    ])
    return { connection, uses, isStopped }
  }

  /** Whether a use would be asked now; budgets are looked at only when it is. */
  async isOn(use: ModelUse): Promise<boolean> {
    return (await this.allOn()).includes(use)
  }

  /** The uses that would be asked now. */
  async allOn(): Promise<ModelUse[]> {
    const { connection, uses, isStopped } = await this.configured()
    return connection === null || isStopped ? [] : MODEL_USES.filter((use) => uses[use].on)
  }

  async connect(actor: Actor, { key, ...input }: ModelConnectionInput): Promise<void> {
    const { sealing, audit } = this.dependencies
    const before = await this.stored()
    // A key is for the server that it was given for, and goes to no other by itself.
    const kept = before?.url === input.url ? before.sealedKey : null
    const sealedKey = key === undefined ? kept : key === null ? null : sealing.seal(key)
    await this.dependencies.settings.write(CONNECTION, { ...input, sealedKey })
    await audit.note(actor, 'connected a language model', input.model, { url: input.url })
  }

  async disconnect(actor: Actor): Promise<void> {
    await this.dependencies.settings.remove(CONNECTION)
    await this.dependencies.audit.note(actor, 'disconnected the language model', '')
  }

  async setUse(actor: Actor, use: ModelUse, settings: UseSettings): Promise<void> {
    const { audit } = this.dependencies
    const all = await this.settings()
    await this.dependencies.settings.write(USES, { ...all, [use]: settings })
    await audit.note(actor, 'changed a use of the language model', use, { ...settings })
  }

  async stop(actor: Actor, isStopped: boolean): Promise<void> {
    await this.dependencies.settings.write(STOPPED, isStopped)
    await this.dependencies.audit.note(
      actor,
      isStopped ? 'stopped the language model' : 'let the language model go on',
      '',
    )
  }

  /** Asks a model that may not be connected yet for a word. @throws when nothing comes */
  async test({ url, model, key }: ModelConnectionInput): Promise<ModelTest> {
    const known = await this.connection()
    const own = key === undefined && known?.url === url ? known.key : (key ?? undefined)
    const began = performance.now()
    try {
      const { text, tokens } = await this.reach({ url, model, key: own }, 20_000).complete(
        [{ role: 'user', content: 'Say “ready”, and nothing else.' }],
        { maxTokens: 20 },
      )
      return {
        milliseconds: Math.round(performance.now() - began),
        tokens: tokens.sent + tokens.received,
        said: text.slice(0, 200),
      }
    } catch (cause) {
      throw problem('MODEL_FAILED', reasonOf(cause))
    }
  }

  /**
   * Asks for something.
   * @param material what it is about; mail addresses, numbers and secrets in it are masked before it leaves
   * @param actor who of the team wants it; none for a visitor
   * @param isTrial whether it is tried out before it is switched on
   * @throws a problem in plain words when it is off, stopped, out of budget, or when nothing whole came back
   */
  async ask(
    use: ModelUse,
    material: object,
    {
      actor,
      isTrial = false,
      onText,
    }: {
      actor?: Actor | undefined
      isTrial?: boolean
      /** Is given what has come so far, while nothing in it gives away what the model was told. */
      onText?: ((text: string) => void) | undefined
    } = {},
  ): Promise<Reply> {
    const { connection, uses, isStopped } = await this.configured()
    const settings = uses[use]
    if (!connection) throw problem('MODEL_FAILED', phrase('refusals.noModel'))
    if (isStopped) throw problem('MODEL_STOPPED')
    if (!settings.on && !isTrial) throw problem('MODEL_USE_OFF')
    await this.refuseOverBudget(use, settings, connection.currency)
    const model = settings.model ?? connection.model
    const masking = new Masking()
    const messages = messagesFor(use, settings.rules, masking.mask(material) as object)
    const schema = SCHEMAS[use]
    const began = performance.now()
    let completion: Completion | undefined
    let fault: string | null
    try {
      let came = ''
      completion = await this.reach(
        { ...connection, model },
        settings.timeoutSeconds * 1_000,
      ).complete(
        messages,
        {
          maxTokens: settings.maxTokens,
          temperature: settings.temperature,
          ...(schema && { schema }),
        },
        undefined,
        (piece) => {
          came += piece
          if (onText && !leaks(came, use)) onText(masking.restore(came.trimStart()))
        },
      )
      fault = completion.isCut
        ? 'Its reply was longer than allowed.'
        : leaks(completion.text, use)
          ? 'Its reply gave away what it was told.'
          : null
    } catch (cause) {
      fault = reasonOf(cause)
    }
    const milliseconds = Math.round(performance.now() - began)
    const tokens = completion?.tokens ?? { sent: 0, received: 0 }
    const money = connection.prices
      ? (tokens.sent * connection.prices.sent + tokens.received * connection.prices.received) / 1e6
      : 0
    await this.dependencies.tables.modelCalls.create({
      at: this.dependencies.clock.now(),
      use,
      model,
      userId: actor?.id ?? null,
      sentTokens: tokens.sent,
      receivedTokens: tokens.received,
      money,
      milliseconds,
      fault: fault?.slice(0, 300) ?? null,
      sent: JSON.stringify(messages),
      received: completion?.text ?? null,
    })
    if (fault !== null || !completion)
      throw problem('MODEL_FAILED', fault ?? phrase('refusals.nothingCame'))
    return {
      text: masking.restore(completion.text.trim()),
      tokens: tokens.sent + tokens.received,
      milliseconds,
      money,
    }
  }

  /** The same where a reply is JSON. @param read what is wanted of it; undefined when it is not there */
  async askFor<T>(
    use: ModelUse,
    material: object,
    { actor, read }: { actor: Actor; read(reply: unknown): T | undefined },
  ): Promise<T> {
    const { text } = await this.ask(use, material, { actor })
    let found: T | undefined
    try {
      found = read(JSON.parse(text))
    } catch {
      found = undefined
    }
    if (found === undefined) throw problem('MODEL_FAILED', phrase('refusals.wrongForm'))
    return found
  }

  async calls({
    offset,
    limit,
    use,
  }: {
    offset: number
    limit: number
    use?: ModelUse
  }): Promise<ModelCalls> {
    const { tables, users } = this.dependencies
    const { rows, count } = await tables.modelCalls.findAndCountAll({
      where: use ? { use } : {},
      order: [['id', 'DESC']],
      offset,
      limit,
    })
    return {
      total: count,
      rows: await Promise.all(
        rows.map(async (row) => ({
          id: row.id,
          at: row.at.toISOString(),
          use: row.use,
          model: row.model,
          who: row.userId === null ? null : await users.nameOf(row.userId),
          tokens: { sent: row.sentTokens, received: row.receivedTokens },
          money: row.money,
          milliseconds: row.milliseconds,
          fault: row.fault,
          sent: row.sent,
          received: row.received,
        })),
      ),
    }
  }

  /** Texts whose days are over go; what they cost stays. */
  async forget(): Promise<void> {
    const { tables, clock } = this.dependencies
    const days = (await this.connection())?.keepDays ?? 0
    await tables.modelCalls.update(
      { sent: null, received: null },
      {
        where: {
          at: { [Op.lt]: new Date(+clock.now() - days * DAY_MS) },
          [Op.or]: [{ sent: { [Op.ne]: null } }, { received: { [Op.ne]: null } }],
        },
      },
    )
  }

  private reach({ url, model, key }: GivenConnection, timeoutMs: number): LanguageModel {
    return httpLanguageModel({ url, model, timeoutMs, ...(key !== undefined && { key }) })
  }

  private async refuseOverBudget(
    use: ModelUse,
    { tokensADay, moneyADay }: UseSettings,
    currency: string,
  ): Promise<void> {
    if (tokensADay === null && moneyADay === null) return
    const { tokens, money } = await this.spent(use, this.midnight())
    if (tokensADay !== null && tokens >= tokensADay)
      throw problem('MODEL_BUDGET', phrase('refusals.tokens', { count: tokensADay }))
    if (moneyADay !== null && money >= moneyADay)
      throw problem('MODEL_BUDGET', `${moneyADay.toFixed(2)} ${currency}`)
  }

  private async spent(use: ModelUse, since: Date): Promise<{ tokens: number; money: number }> {
    const [row] = await this.dependencies.db.query<{ tokens: number | null; money: number | null }>(
      'SELECT SUM(sent_tokens + received_tokens) AS tokens, SUM(money) AS money FROM model_calls WHERE `use` = :use AND at >= :since',
      { replacements: { use, since }, type: QueryTypes.SELECT },
    )
    return { tokens: Number(row?.tokens ?? 0), money: Number(row?.money ?? 0) }
  }

  private async figures(use: ModelUse, since: Date): Promise<UseFigures> {
    const { db, tables } = this.dependencies
    const replacements = { use, since }
    const [[counted], spent, timed] = await Promise.all([
      db.query<{ calls: number; failed: number | null }>(
        'SELECT COUNT(*) AS calls, SUM(fault IS NOT NULL) AS failed FROM model_calls WHERE `use` = :use AND at >= :since',
        { replacements, type: QueryTypes.SELECT },
      ),
      this.spent(use, since),
      tables.modelCalls.findAll({
        attributes: ['milliseconds'],
        where: { use, at: { [Op.gte]: since }, fault: null },
        order: [['id', 'DESC']],
        limit: TIMED,
      }),
    ])
    return {
      calls: Number(counted!.calls),
      failed: Number(counted!.failed ?? 0),
      ...spent,
      medianMilliseconds:
        timed.length > 0 ? median(timed.map(({ milliseconds }) => milliseconds)) : null,
    }
  }

  private midnight(): Date {
    return new Date(Math.floor(+this.dependencies.clock.now() / DAY_MS) * DAY_MS)
  }

  private async connection(): Promise<Connection | null> {
    const stored = await this.stored()
    if (stored) {
      const { sealedKey, ...connection } = stored
      const key = sealedKey === null ? undefined : this.dependencies.sealing.open(sealedKey)
      return { ...connection, key, source: 'here' }
    }
    const { given } = this.dependencies
    return given && { ...given, prices: null, currency: '€', keepDays: 14, source: 'environment' }
  }

  private async stored(): Promise<StoredConnection | undefined> {
    return this.dependencies.settings.read<StoredConnection>(CONNECTION)
  }

  private async settings(): Promise<Record<ModelUse, UseSettings>> {
    const stored = await this.dependencies.settings.read(USES)
    return { ...STARTER, ...(stored as Partial<Record<ModelUse, UseSettings>> | undefined) }
  }

  private async isStopped(): Promise<boolean> {
    return (await this.dependencies.settings.read(STOPPED)) === true
  }
}

function reasonOf(cause: unknown): string {
  if (cause instanceof ModelFault) return cause.message
  if (cause instanceof Error && (cause.name === 'AbortError' || cause.name === 'TimeoutError'))
    return 'It took too long.'
  return cause instanceof Error ? cause.message : String(cause)
}

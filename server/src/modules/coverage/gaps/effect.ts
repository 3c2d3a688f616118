import type { GapEffect, MarksInput, MovedQuestions } from '@janua/contracts'
import {
  type Answer,
  answerQuestion,
  type AnswerSettings,
  changeIndex,
  type ContentItem,
  readQuestion,
  type ReleaseIndex,
} from '@janua/core'
import type { KnownVectors } from '@janua/core/meaning'
import type { Sequelize } from 'sequelize'
import type { Clock } from '../../../platform/clock.ts'
import { problem } from '../../../platform/http/problems.ts'
import { Turns } from '../../../platform/jobs/turns.ts'
import { type AskedAt, askedNear, type LastAsked } from './asked.ts'
import {
  type BackgroundAnswers,
  type CompiledRelease,
  type EngineHost,
  settingsAt,
  understood,
} from '../../answering/index.ts'

/** What the live release, the draft, or the draft with some phrasings more, says to the questions of one topic. */
export class Effects {
  /** What a release's answers to questions are worth on a day: fixes are looked at again whenever something was asked. */
  private known = { under: '', worths: new Map<string, number>() }

  constructor(
    private readonly dependencies: {
      db: Sequelize
      engine: EngineHost
      clock: Clock
      answers: BackgroundAnswers
    },
  ) {}

  /** Live against the draft. */
  async ofDraft(asked: readonly LastAsked[], aWeek: number): Promise<GapEffect> {
    const [live, draft] = await this.both()
    return this.compare(asked, aWeek, [live, live?.index ?? null], [draft, draft.index], [])
  }

  /** Expected right answers of a release among some questions. */
  async rightOf(
    release: CompiledRelease,
    asked: readonly LastAsked[],
  ): Promise<{ right: number; n: number }> {
    const day = this.dependencies.clock.now().toISOString().slice(0, 10)
    const under = `${release.number} ${release.key} ${day}`
    if (this.known.under !== under) this.known = { under, worths: new Map() }
    const { worths } = this.known
    const keyOf = ({ door, text }: LastAsked) => `${door} ${text}`
    const missing = asked.filter((each) => !worths.has(keyOf(each)))
    const said = await this.dependencies.answers.of(
      release.index,
      missing.map((each) => ({ text: each.text, settings: this.settingsFor(release, each) })),
    )
    missing.forEach((each, i) => worths.set(keyOf(each), worthOf(said[i]!)))
    return {
      right: asked.reduce((sum, each) => sum + each.times * worths.get(keyOf(each))!, 0),
      n: asked.reduce((sum, { times }) => sum + times, 0),
    }
  }

  /**
   * The draft against the draft with phrasings taught to an item. Without given phrasings it chooses them: the most asked wording that is not
   * answered yet, then the next, as long as each brings others along.
   */
  async ofTeaching(
    asked: readonly LastAsked[],
    aWeek: number,
    item: number,
    given: readonly string[] | null,
    elsewhere: readonly AskedAt[] = [],
  ): Promise<GapEffect> {
    const [, draft] = await this.both()
    const content = await this.inDraft(draft, item)
    // Any of the questions may be taught: what they mean is looked up once.
    const wordings = [...content.phrasings, ...(given ?? []), ...asked.map(({ text }) => text)]
    const known = await this.dependencies.engine.vectorsOf(
      [{ ...content, phrasings: wordings }],
      draft.index,
    )
    const chosen = given ? [...given] : await this.choose(asked, { draft, content, known })
    const then = taught(draft.index, content, chosen, known)
    return {
      ...(await this.compare(asked, aWeek, [draft, draft.index], [draft, then], chosen)),
      elsewhere: await this.moved(elsewhere, draft, then, item),
    }
  }

  /** What the draft with an article as it is being edited answers from it, and the draft as it is saved does not. */
  async ofEditing(item: number, edited: MarksInput): Promise<MovedQuestions> {
    const draft = await this.dependencies.engine.draft()
    const content = await this.inDraft(draft, item)
    const fresh = edited.phrasings.filter((text) => !content.phrasings.includes(text))
    const asked = await askedNear(this.dependencies.db, {
      item,
      words: rarestOf(fresh, draft.index),
      most: ELSEWHERE,
    })
    const then = { ...content, ...edited }
    const known = await this.dependencies.engine.vectorsOf([then], draft.index)
    return this.moved(asked, draft, changeIndex(draft.index, { ...known, put: [then] }), item)
  }

  private async inDraft(draft: CompiledRelease, item: number): Promise<ContentItem> {
    const [content] = await this.dependencies.engine.contentOf({
      ...draft,
      content: draft.content.filter((pin) => pin.item === item),
    })
    if (!content) throw problem('ARTICLE_NOT_FOUND', item)
    return content
  }

  /** Questions that an item answers once it was taught something, and did not answer before. */
  private async moved(
    asked: readonly AskedAt[],
    draft: CompiledRelease,
    then: ReleaseIndex,
    item: number,
  ): Promise<MovedQuestions> {
    const turns = new Turns()
    const moved: MovedQuestions = { brought: [], taken: [] }
    const answering = ({ outcome, sources }: Answer) =>
      outcome === 'answered' ? sources[0] : undefined
    for (const each of asked) {
      await turns.give()
      if (answering(await this.ask(draft, then, each))?.item !== item) continue
      const before = answering(await this.ask(draft, draft.index, each))
      if (before?.item === item) continue
      const { text, times } = each
      if (before) moved.taken.push({ text, times, from: before.title })
      else moved.brought.push({ text, times, from: null })
    }
    return moved
  }

  private async choose(
    asked: readonly LastAsked[],
    {
      draft,
      content,
      known,
    }: { draft: CompiledRelease; content: ContentItem; known: KnownVectors },
  ): Promise<string[]> {
    const turns = new Turns()
    const chosen: string[] = []
    const unanswered = async (index: ReleaseIndex, among: readonly LastAsked[]) => {
      const still: LastAsked[] = []
      for (const each of among) {
        if (worthOf(await this.ask(draft, index, each)) === 0) still.push(each)
        await turns.give()
      }
      return still
    }
    let left = await unanswered(draft.index, asked)
    while (chosen.length < MOST_CHOSEN && left.length > 0) {
      const next = left[0]!
      const index = taught(draft.index, content, [...chosen, next.text], known)
      left = (await unanswered(index, left)).filter(({ hash }) => hash !== next.hash)
      chosen.push(next.text)
    }
    return chosen
  }

  private async both(): Promise<[CompiledRelease | null, CompiledRelease]> {
    return Promise.all([this.dependencies.engine.live(), this.dependencies.engine.draft()])
  }

  private async compare(
    asked: readonly LastAsked[],
    aWeek: number,
    [before, beforeIndex]: [CompiledRelease | null, ReleaseIndex | null],
    [after, afterIndex]: [CompiledRelease, ReleaseIndex],
    phrasings: string[],
  ): Promise<GapEffect> {
    const turns = new Turns()
    const said: { each: LastAsked; before: Answer | null; after: Answer }[] = []
    for (const each of asked) {
      said.push({
        each,
        before: before && beforeIndex ? await this.ask(before, beforeIndex, each) : null,
        after: await this.ask(after, afterIndex, each),
      })
      await turns.give()
    }
    const total = (of: (one: (typeof said)[number]) => number) =>
      said.reduce((sum, one) => sum + one.each.times * of(one), 0)
    const n = total(() => 1)
    const [live, then] = [
      total((one) => (one.before ? worthOf(one.before) : 0)),
      total((one) => worthOf(one.after)),
    ]
    const share = (right: number) => (n === 0 ? 0 : (right / n) * aWeek)
    return {
      n,
      live,
      after: then,
      aWeek: { live: share(live), after: share(then) },
      phrasings,
      questions: said.map((one) => ({
        text: one.each.text,
        times: one.each.times,
        before: one.before?.outcome ?? 'unanswered',
        after: one.after.outcome,
        confidence: one.after.confidence,
        from: one.after.sources[0]?.title ?? one.after.trace.candidates[0]?.title ?? null,
      })),
    }
  }

  private ask(
    release: CompiledRelease,
    index: ReleaseIndex,
    asked: Pick<LastAsked, 'text' | 'door'>,
  ): Promise<Answer> {
    const settings = this.settingsFor(release, asked)
    return understood(index, () => answerQuestion(index, asked.text, settings))
  }

  private settingsFor(release: CompiledRelease, { door }: Pick<LastAsked, 'door'>): AnswerSettings {
    const at = release.doors.find(({ id }) => id === door) ?? release.doors[0]
    return at
      ? settingsAt(release, at, this.dependencies.clock.now())
      : { threshold: 0.6, model: release.model }
  }
}

const MOST_CHOSEN = 6
/** So many wordings of the log are asked to see what a change would move. */
export const ELSEWHERE = 60
/** So many words of each wording are looked for in the log. */
const WORDS_OF_EACH = 2
const MOST_WORDS = 8

/** The words of wordings that say most, as the log has them. */
function rarestOf(phrasings: readonly string[], index: ReleaseIndex): string[] {
  const words = phrasings.flatMap((text) =>
    readQuestion(text, index)
      .terms.toSorted((a, b) => b.weight - a.weight)
      .slice(0, WORDS_OF_EACH)
      .map(({ word }) => word),
  )
  return [...new Set(words)].filter((word) => word.length > 2).slice(0, MOST_WORDS)
}

function worthOf({
  outcome,
  kind,
  confidence,
}: Pick<Answer, 'outcome' | 'kind' | 'confidence'>): number {
  return outcome === 'answered' && kind !== 'elsewhere' ? confidence : 0
}

function taught(
  index: ReleaseIndex,
  content: ContentItem,
  phrasings: readonly string[],
  known: KnownVectors,
): ReleaseIndex {
  return changeIndex(index, {
    ...known,
    put: [{ ...content, phrasings: [...content.phrasings, ...phrasings] }],
  })
}

import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import type { Answer, AnswerSettings, Outcome, Source, Trace } from './answer.ts'
import { type ParsedQuestion, parseQuestion } from '../text/parsedQuestion.ts'
import { DEFAULT_CONFIDENCE } from './defaultConfidence.ts'
import { readDays } from './days.ts'
import { type SearchQuestion, rank, readQuestion } from '../retrieval/rank.ts'
import { fold } from '../text/tokens.ts'
import { valuesOf } from '../library/values.ts'
import { seasonDays } from './seasons.ts'
import { counted } from './counted.ts'
import type { Candidate } from '../retrieval/search.ts'
import { fitting, sizesAmong } from './fits.ts'
import { besideOf, rated, type Rated, opinionOn, sourceOf, surestOf, withHeard } from './rungs.ts'
import { askedInOwnWords, inFront, ratedByMeaning } from './rungsByMeaning.ts'
import { declinedBy } from './declines.ts'
import { type ConfidenceModel } from './confidence.ts'
import { said, sayingOf, tellingStems } from './showing.ts'
import { offersOf, readingsOf } from './readings.ts'
import { NO_MATCH } from '../retrieval/twoWay.ts'
import type { QuestionTerm } from '../retrieval/questionTerms.ts'
import { ASPECT_TIME } from '../text/analyse.ts'

/** A fixed answer wins outright from this two-way match with one of its phrasings. */
const FIXED_MATCH = 0.85
/** Nearest articles are shown as suggestions from this share of the threshold, and listed at all from NEAR_FLOOR. */
const SUGGEST_SHARE = 0.5
const NEAR_FLOOR = 0.06
const NEAR_SHOWN = 3

/**
 * Answers one question from one release. Pure: the same index, question and settings give the same answer and trace.
 * @param question one question, already masked
 */
export function answerQuestion(
  index: ReleaseIndex,
  question: string,
  settings: AnswerSettings,
): Answer {
  return answerParsed(index, parseQuestion(question, index.language), settings)
}

/**
 * The same of a question that was read already.
 * @param parsed by `parseQuestion`
 * @see answerQuestion
 */
export function answerParsed(
  index: ReleaseIndex,
  parsed: ParsedQuestion,
  settings: AnswerSettings,
): Answer {
  const { model = DEFAULT_CONFIDENCE } = settings
  const { language } = parsed
  const { text, named, sought } = readDays(parsed, settings.day, index.language)
  const asked = readQuestion(text, index, { before: settings.before?.text, language })
  const { terms } = asked
  const folded = named.length === 0 ? parsed.folded : fold(text)
  const values = valuesOf(folded)
  const days = seasonDays(
    parsed.folded,
    terms.flatMap(({ stem, carried }) => (carried ? [] : [stem])),
    { sought, today: settings.day },
  )
  const { found: ranked, leftOut } = counted(asked, index, settings, days)
  const fit = (all: readonly Candidate[]) =>
    fitting(
      all,
      terms,
      {
        days: sought.length > 0 ? sought : days,
        named: sought.length > 0,
        values: sizesAmong(values),
        text: folded,
      },
      index,
    )
  const found = fit(ranked)
  const byWords = rated(found, terms, index, model, settings.before?.item)
  const fixed = byWords.find(
    ({ at, candidate }) => at.item.kind === 'fixed' && candidate.match.both >= FIXED_MATCH,
  )
  const own = index.meaning
    ? inFront(
        fixed,
        ratedByMeaning(index.meaning, {
          asked,
          text,
          language,
          index,
          settings,
          model,
          days,
          fit,
          byWords: surestOf(byWords),
          beside: besideOf(byWords),
          inOwnWords: askedInOwnWords(byWords, text),
        }),
      )
    : byWords
  const heard = fixed ? undefined : opinionOn(own[0], parsed.said, settings)
  const candidates = heard ? withHeard(own, heard, model) : own
  const threshold =
    settings.thresholds?.[candidates[0]?.shown.collection ?? ''] ?? settings.threshold
  const trace: Trace = {
    terms: terms.map(shownTerm),
    days: named.map(({ words, days }) => ({ words, days })),
    candidates: candidates.map(({ shown }) => shown),
    threshold,
    ...(settings.before && { carried: settings.before.text }),
    leftOut,
    rule: 'nothing found',
    passages: index.size,
    ...(own.some(({ stoodIn }) => stoodIn) && { stoodIn: true }),
    ...(heard && { opinion: { says: heard.says, before: own[0]!.shown.confidence } }),
  }
  const silent = (outcome: Outcome, more: Partial<Answer> = {}): Answer => ({
    outcome,
    confidence: 0,
    blocks: [],
    sources: [],
    near: [],
    trace,
    ...more,
  })

  const declined = declinedBy(parsed, settings.declines ?? [])
  if (declined)
    return silent('declined', {
      trace: { ...trace, rule: 'never talked about', about: declined.about },
    })
  const answered = (chosen: Rated, confidence: number): Answer => ({
    outcome: 'answered',
    kind: chosen.at.item.kind === 'fixed' ? 'fixed' : 'passage',
    confidence,
    ...said(chosen, {
      index,
      stems: tellingStems(terms),
      days: sought,
      values,
      length: settings.length,
    }),
    near: nearest(candidates.filter(({ at }) => at.item.id !== chosen.at.item.id)),
    trace,
  })
  const picked = settings.chosen && standingAt(settings.chosen, asked, index, { candidates, model })
  if (picked) {
    trace.rule = 'chosen reading'
    return answered(picked, settings.chosen!.confidence)
  }
  const best = candidates[0]
  if (!best) return silent('unanswered')
  const sure = best.shown.confidence
  const rungs = candidates.map(({ candidate: { doc }, shown, units }) => ({
    doc,
    shown,
    ...(units && { says: sayingOf(units, doc, index) }),
  }))
  const readings = fixed ? undefined : readingsOf(rungs, threshold, index)
  if (readings)
    return silent('clarifying', {
      confidence: sure,
      readings,
      trace: { ...trace, rule: 'several readings', readings },
    })
  if (fixed || sure >= threshold) {
    trace.rule = fixed ? 'fixed answer' : 'above the threshold'
    return answered(fixed ?? best, (fixed ?? best).shown.confidence)
  }
  trace.rule = 'below the threshold'
  const near = nearest(candidates)
  const offers = index.meaning ? offersOf(rungs) : undefined
  if (offers)
    return silent('suggested', {
      confidence: sure,
      near,
      readings: offers,
      trace: { ...trace, readings: offers },
    })
  const isNear = !index.meaning && near.length > 0 && sure >= threshold * SUGGEST_SHARE
  return silent(isNear ? 'suggested' : 'unanswered', { confidence: sure, near })
}

/** The passage that a visitor chose, as a rung; undefined when this release does not have it. */
function standingAt(
  { item, ordinal }: { item: number; ordinal: number },
  asked: SearchQuestion,
  index: ReleaseIndex,
  { candidates, model }: { candidates: readonly Rated[]; model: ConfidenceModel },
): Rated | undefined {
  const known = candidates.find(({ shown }) => shown.item === item && shown.ordinal === ordinal)
  if (known) return known
  const doc = index.docAt(item, ordinal)
  if (doc === undefined) return undefined
  const own = rank(asked, index, 1, (each) => each === doc)[0] ?? {
    doc,
    score: 0,
    words: 0,
    match: NO_MATCH,
    matched: asked.terms.map(() => false),
  }
  return rated([own], asked.terms, index, model)[0]
}

function nearest(candidates: readonly Rated[]): Source[] {
  const seen = new Set<number>()
  return candidates
    .filter(
      ({ shown }) =>
        shown.confidence >= NEAR_FLOOR && !seen.has(shown.item) && seen.add(shown.item),
    )
    .slice(0, NEAR_SHOWN)
    .map(({ at }) => sourceOf(at))
}

function shownTerm({
  word,
  stem,
  readAs,
  known,
  weight,
  carried,
}: QuestionTerm): Trace['terms'][number] {
  return {
    word,
    readAs,
    known,
    weight,
    ...(carried && { carried }),
    ...(stem === ASPECT_TIME && { aboutTime: true as const }),
  }
}

import type { Block } from '../library/blocks.ts'
import { type Value, valuesOf } from '../library/values.ts'
import type { SignalGroup } from '../meaning/explain.ts'
import type { QuestionTerm } from '../retrieval/questionTerms.ts'
import type { MeaningIndex, UnitFit } from '../meaning/meaning.ts'
import type { Unit } from '../meaning/units.ts'
import { type Asked, rank, readQuestion } from '../retrieval/rank.ts'
import type { PassageHead } from '../retrieval/packedPassage.ts'
import type { ItemHead, ReleaseIndex } from '../retrieval/releaseIndex.ts'
import type { Candidate } from '../retrieval/search.ts'
import { NO_MATCH } from '../retrieval/twoWay.ts'
import type { DayFacts } from '../text/calendar.ts'
import { ASPECT_TIME } from '../text/analyse.ts'
import { guessLanguage, type Language } from '../text/language.ts'
import { parseQuestion, type ParsedQuestion } from '../text/parsedQuestion.ts'
import { fold, plainWords } from '../text/tokens.ts'
import { type HeardOpinion, type Opinion, withOpinion } from './opinion.ts'
import { type MeantCandidate, meantCandidates } from './byMeaning.ts'
import { confidence, type ConfidenceModel, contributions } from './confidence.ts'
import { DEFAULT_CONFIDENCE } from './defaultConfidence.ts'
import { readDays } from './days.ts'
import { type Decline, declinedBy } from './declines.ts'
import { type AnswerLength, extract, extractPieces, rowInWords } from './extract.ts'
import { type Feature, featuresOf, type FeatureValues, type Regime, regimeOf } from './features.ts'
import { fitting, sizesAmong } from './fits.ts'
import { leftOutBecause } from './items.ts'
import { offersOf, type Reading, readingsOf } from './readings.ts'
import { type ReviewedScale, rescaled } from './reviewedScale.ts'
import { outOfSeason, seasonDays } from './seasons.ts'
import { type Beside, type Spoken, spokenFor, together } from './together.ts'

/** How it was answered: from a passage, by a fixed answer word for word, or from elsewhere than the team's content. */
export type AnswerKind = 'passage' | 'fixed' | 'elsewhere'
export const ALL_OUTCOMES = [
  'answered',
  'clarifying',
  'suggested',
  'declined',
  'unanswered',
] as const
export type Outcome = (typeof ALL_OUTCOMES)[number]

/** Where an answer stands: a passage of one revision of an article or fixed answer. */
export interface Source {
  item: number
  revision: number
  ordinal: number
  title: string
  path: string[]
  /** Page of a document on which the passage begins. */
  page?: number
}

/** What speaks for an answer and against it. */
export type Contributions = Partial<Record<Feature | SignalGroup | keyof Spoken, number>>

/** One rung of the why panel: a candidate with the model's word on it, as if it stood first. */
export interface TraceCandidate extends Source {
  collection: string
  /** By a title, heading or phrasing, or by its text alone. */
  foundBy: Regime
  confidence: number
  features: FeatureValues
  /** What speaks for it and against it: of each feature, or of each group of signals where meaning was looked at. */
  contributions: Contributions
  /** Words of the question that it has. */
  matched: string[]
  /** The title, phrasing or heading that came nearest. */
  nearestWording?: string
  /** The piece of the passage that comes nearest in meaning, where meaning was looked at. */
  nearestPiece?: string
  /** Words of the question that it does not have, each with a word of the article that means something near. */
  nearWords?: [asked: string, there: string][]
}

export interface Trace {
  terms: {
    word: string
    readAs?: string
    known: boolean
    weight: number
    carried?: true
    aboutTime?: true
  }[]
  /** Days that the question names, resolved. */
  days: { words: string; days: string[] }[]
  candidates: TraceCandidate[]
  sill: number
  /** What was carried over from the question before. */
  carried?: string
  /** What would have been among the nearest but does not count here or today, and why. */
  leftOut: (Source & { because: string })[]
  rule:
    | 'fixed answer'
    | 'above the sill'
    | 'below the sill'
    | 'nothing found'
    | 'several readings'
    | 'chosen reading'
    | 'never talked about'
  /** What the door never talks about, where that decided. */
  about?: string
  /** Between what it was asked back. */
  readings?: Reading[]
  passages: number
  /** What came of having it reworded. */
  rewriting?: Rewriting
  /** The encoder that the team attached did not answer: the one that ships stood in for it. */
  stoodIn?: true
  /** What a language model said of the first article, and how sure it was before. */
  opinion?: { says: Opinion; before: number }
}

/** What a rewriter made of an answer: shown; refused, as the sources do not support it; or nothing, as it failed. */
export type Rewriting =
  | { came: 'used' | 'from elsewhere'; milliseconds: number; tokens: number }
  | { came: 'refused'; milliseconds: number; tokens: number; sentence: string; fault: string }
  | { came: 'failed'; reason: string }

export interface Answer {
  outcome: Outcome
  kind?: AnswerKind
  confidence: number
  blocks: Block[]
  sources: Source[]
  /** Nearest articles beside the answer: shown when there is none, or when it did not settle the matter. */
  near: Source[]
  /** Between what to choose: when it was asked back, or when nothing was sure enough but something may be meant. */
  readings?: Reading[]
  trace: Trace
}

export interface AnswerSettings {
  /** Confidence from which Janua answers, 0 to 1. */
  sill: number
  /** Sills of collections that have one of their own. */
  sills?: Readonly<Record<string, number>>
  model?: ConfidenceModel
  /** The day of the question at its door, as "2026-11-23": fixed answers outside their dates are left out. */
  day?: string
  /** What was asked before, when the question leans on it. */
  before?: { text: string; item?: number }
  /** The door's key: what holds at other doors is left out. */
  door?: string
  /** A member of the team asks: what is for the team only counts as well. */
  team?: boolean
  /** What the door never talks about. */
  declines?: readonly Decline[]
  /** How much of a passage is shown. */
  length?: AnswerLength
  /** What somebody else says of the first article. */
  opinions?: readonly HeardOpinion[]
  /** The visitor chose this passage when asked back. */
  chosen?: { item: number; ordinal: number; confidence: number }
}

/** A fixed answer wins outright from this two-way match with one of its phrasings. */
const FIXED_MATCH = 0.85
/** What is asked in the very words of a title or taught question is that: whoever taught it wants it answered, however near others come. */
export const OWN_WORDS_SURE = 0.95
/** Nearest articles are shown as suggestions from this share of the sill, and listed at all from NEAR_FLOOR. */
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

/** The same of a question that was read already. */
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
  const byWords = judged(found, terms, index, model, settings.before?.item)
  const fixed = byWords.find(
    ({ at, candidate }) => at.item.kind === 'fixed' && candidate.match.both >= FIXED_MATCH,
  )
  const own = index.meaning
    ? inFront(
        fixed,
        judgedByMeaning(index.meaning, {
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
  const sill = settings.sills?.[candidates[0]?.shown.collection ?? ''] ?? settings.sill
  const trace: Trace = {
    terms: terms.map(shownTerm),
    days: named.map(({ words, days }) => ({ words, days })),
    candidates: candidates.map(({ shown }) => shown),
    sill,
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
  const answered = (chosen: Judged, confidence: number): Answer => ({
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
  const readings = fixed ? undefined : readingsOf(rungs, sill, index)
  if (readings)
    return silent('clarifying', {
      confidence: sure,
      readings,
      trace: { ...trace, rule: 'several readings', readings },
    })
  if (fixed || sure >= sill) {
    trace.rule = fixed ? 'fixed answer' : 'above the sill'
    return answered(fixed ?? best, (fixed ?? best).shown.confidence)
  }
  trace.rule = 'below the sill'
  const near = nearest(candidates)
  const offers = index.meaning ? offersOf(rungs) : undefined
  if (offers)
    return silent('suggested', {
      confidence: sure,
      near,
      readings: offers,
      trace: { ...trace, readings: offers },
    })
  const isNear = !index.meaning && near.length > 0 && sure >= sill * SUGGEST_SHARE
  return silent(isNear ? 'suggested' : 'unanswered', { confidence: sure, near })
}

/** The best fitting piece of a passage that says something by itself. */
function sayingOf(units: readonly UnitFit[], doc: number, index: ReleaseIndex): string | undefined {
  const unit = units.find((each) => isTelling(each.unit))?.unit
  if (unit?.kind !== 'row') return unit?.text
  return rowInWords(index.passage(doc).passage, unit.text) ?? unit.text
}

/** Words of a question that weigh less than this share of its weightiest choose no row or sentence: on a ferry's pages "boat" tells nothing. */
const TELLING_SHARE = 0.25

function tellingStems(terms: readonly QuestionTerm[]): Set<string> {
  const most = Math.max(0, ...terms.map(({ weight }) => weight))
  return new Set(
    terms.filter(({ weight }) => weight >= most * TELLING_SHARE).map(({ stem }) => stem),
  )
}

interface Shown {
  index: ReleaseIndex
  stems: ReadonlySet<string>
  days: readonly DayFacts[]
  values: readonly Value[]
  length?: AnswerLength
}

/** What is shown, and where it stands: the pieces of the article that fit best, or what of the passage speaks of the days and sizes asked about. */
function said(chosen: Judged, shown: Shown): Pick<Answer, 'blocks' | 'sources'> {
  const { length = 'middle', index, days, values } = shown
  const isWhole = length === 'whole' || chosen.at.item.kind === 'fixed'
  if (!chosen.article || isWhole || days.length + values.length > 0)
    return { blocks: blocksOf(chosen, shown), sources: [sourceOf(chosen.at)] }
  const { passage } = index.passage(chosen.candidate.doc)
  const pieces = new Map<number, Set<string>>()
  // A document tells of many things: what is near in another part of it speaks of something else.
  const pool = chosen.at.item.kind === 'document' ? chosen.units! : chosen.article
  for (const { unit } of bestPieces(pool, length)) {
    const own = pieces.get(unit.ordinal!) ?? new Set()
    pieces.set(unit.ordinal!, own.add(unit.text))
  }
  const isFew = passage.words <= FEW_WORDS && passage.blocks.every(({ type }) => type !== 'table')
  if (pieces.size === 0 || (pieces.size === 1 && pieces.has(passage.ordinal) && isFew))
    return { blocks: passage.blocks, sources: [sourceOf(chosen.at)] }
  const places = [...pieces.keys()]
    .sort((a, b) => a - b)
    .flatMap((ordinal) => {
      const doc = index.docAt(chosen.at.item.id, ordinal)
      return doc === undefined ? [] : [doc]
    })
  return {
    blocks: places.flatMap((doc) => {
      const own = index.passage(doc).passage
      return extractPieces(own, pieces.get(own.ordinal)!)
    }),
    // Where the answer stands in the main goes first.
    sources: places
      .map((doc) => sourceOf(headAt(index, doc)))
      .sort(
        (a, b) => Number(b.ordinal === passage.ordinal) - Number(a.ordinal === passage.ordinal),
      ),
  }
}

/** A passage of so few words is shown whole. */
const FEW_WORDS = 35
/** So many pieces are shown, none of which fits less than the best by more than this; a fit is usually 0.3 to 1.6. */
const PIECES = { short: 2, middle: 4 }
const FIT_MARGIN = 0.3
/** A single piece is seldom all that was asked for. */
const LEAST_PIECES = 2

function bestPieces(article: readonly UnitFit[], length: 'short' | 'middle'): UnitFit[] {
  const telling = article.filter(({ unit }) => isTelling(unit))
  const least = (telling[0]?.fit ?? 0) - FIT_MARGIN
  return telling
    .slice(0, PIECES[length])
    .filter(({ fit }, place) => place < LEAST_PIECES || fit >= least)
}

/** Whether a piece says something by itself. */
function isTelling({ kind, ordinal }: Unit): boolean {
  return ordinal !== null && (kind === 'sentence' || kind === 'item' || kind === 'row')
}

/** What is shown of a passage: a fixed answer word for word, of any other what answers. */
function blocksOf(
  { at, candidate }: Judged,
  { index, stems, days, values, length }: Shown,
): Block[] {
  const { passage } = index.passage(candidate.doc)
  if (at.item.kind === 'fixed') return passage.blocks
  return extract(passage, {
    stems,
    language: guessLanguage(passage.text, index.language),
    days,
    values,
    length,
  })
}

/** The passage that a visitor chose, as a rung; undefined when this release does not have it. */
function standingAt(
  { item, ordinal }: { item: number; ordinal: number },
  asked: Asked,
  index: ReleaseIndex,
  { candidates, model }: { candidates: readonly Judged[]; model: ConfidenceModel },
): Judged | undefined {
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
  return judged([own], asked.terms, index, model)[0]
}

/** What is found among all that counts, and what is found only among the rest. */
function counted(
  asked: Asked,
  index: ReleaseIndex,
  settings: AnswerSettings,
  days: readonly DayFacts[],
): { found: Candidate[]; leftOut: Trace['leftOut'] } {
  const because = (doc: number) =>
    index.limitedAt(doc) ? leftOutBecause(index.itemOf(doc), settings) : undefined
  const all = preferring(rank(asked, index), index, settings.before?.item)
  const limited = all.flatMap(({ doc }) =>
    because(doc) === undefined ? [] : [{ doc, because: because(doc)! }],
  )
  const held =
    limited.length === 0
      ? all
      : preferring(
          rank(asked, index, all.length, (doc) => because(doc) === undefined),
          index,
          settings.before?.item,
        )
  const seasonal = outOfSeason(held, days, index)
  const gone = new Set(seasonal.map(({ doc }) => doc))
  return {
    found: held.filter(({ doc }) => !gone.has(doc)),
    leftOut: [...limited, ...seasonal].map(({ doc, because: reason }) => ({
      ...sourceOf(headAt(index, doc)),
      because: reason,
    })),
  }
}

/** How much it is worth in the ranking to stand in the article that answered the question before, when this one leans on it. */
const SAME_ITEM_WEIGHT = 0.08

function preferring(
  found: Candidate[],
  index: ReleaseIndex,
  item: number | undefined,
): Candidate[] {
  if (item === undefined) return found
  return found
    .map((candidate) =>
      index.itemIdOf(candidate.doc) === item
        ? { ...candidate, score: candidate.score + SAME_ITEM_WEIGHT }
        : candidate,
    )
    .sort((a, b) => b.score - a.score)
}

/** Where a passage stands. */
interface Standing {
  item: ItemHead
  head: PassageHead
}

function headAt(index: ReleaseIndex, doc: number): Standing {
  return { item: index.itemOf(doc), head: index.headOf(doc) }
}

interface Judged {
  candidate: Candidate
  at: Standing
  shown: TraceCandidate
  /** Its pieces and those of its article, the best fitting first, where meaning was looked at. */
  units?: readonly UnitFit[]
  article?: readonly UnitFit[]
  stoodIn?: true
}

/** What was heard of the article that comes first for a question. */
function opinionOn(
  first: Judged | undefined,
  question: string,
  { opinions = [] }: AnswerSettings,
): HeardOpinion | undefined {
  return opinions.find((each) => each.item === first?.at.item.id && each.question === question)
}

/** The first one as sure as it is with an opinion on it; the order stays, as nobody was asked about the others. */
function withHeard(
  candidates: readonly Judged[],
  { says }: HeardOpinion,
  { opinions }: ConfidenceModel,
): Judged[] {
  const first = candidates[0]!
  const confidence = withOpinion(first.shown.confidence, says, opinions)
  return candidates.with(0, { ...first, shown: { ...first.shown, confidence } })
}

const RUNGS = 10

/** A passage goes on with the question before only where it has some of what this one says; a bare "why?" says nothing of its own. */
function hasOwn({ matched }: Candidate, terms: readonly QuestionTerm[]): boolean {
  const own = (counts: (i: number) => boolean) =>
    terms.reduce((sum, { carried, weight }, i) => (carried || !counts(i) ? sum : sum + weight), 0)
  return own((i) => matched[i]!) >= own(() => true) * OWN_SHARE
}
const OWN_SHARE = 0.3

/** The candidates with the model's word on each, the surest first: what is answered is the top rung. */
function judged(
  found: readonly Candidate[],
  terms: readonly QuestionTerm[],
  index: ReleaseIndex,
  model: ConfidenceModel,
  before?: number,
): Judged[] {
  const rungs = found.slice(0, RUNGS).map((candidate): Judged => {
    const at = headAt(index, candidate.doc)
    const features = {
      ...featuresOf(candidate, found, terms, index),
      same: at.item.id === before && hasOwn(candidate, terms) ? 1 : 0,
    }
    const foundBy = regimeOf(candidate)
    const shown: TraceCandidate = {
      ...sourceOf(at),
      collection: at.item.collection,
      foundBy,
      confidence: confidence(foundBy, features, model),
      features,
      contributions: contributions(foundBy, features, model),
      matched: terms.filter((_, i) => candidate.matched[i]).map((term) => term.readAs ?? term.word),
      nearestWording: candidate.wording?.text,
    }
    return { candidate, at, shown }
  })
  // Passages that share the wording they were found by stand together, as sure as the surest of them.
  const sharing = ({ candidate, at }: Judged) =>
    candidate.wording ? `${at.item.id} ${candidate.wording.text}` : `at ${candidate.doc}`
  const surest = new Map<string, number>()
  for (const rung of rungs)
    surest.set(sharing(rung), Math.max(surest.get(sharing(rung)) ?? 0, rung.shown.confidence))
  return rungs.sort(
    (a, b) =>
      surest.get(sharing(b))! - surest.get(sharing(a))! ||
      // Of those the surest is above: what is shown as surest is what is used.
      (sharing(a) === sharing(b) ? b.shown.confidence - a.shown.confidence : 0),
  )
}

/** The candidates that come first by words and meaning together; what they share with the question is told as where words alone are looked at. */
function judgedByMeaning(
  meaning: MeaningIndex,
  {
    asked,
    text,
    language,
    index,
    settings,
    model,
    days,
    fit,
    byWords,
    beside,
    inOwnWords,
  }: {
    asked: Asked
    text: string
    language: Language
    index: ReleaseIndex
    settings: AnswerSettings
    model: ConfidenceModel
    days: readonly DayFacts[]
    fit: (all: readonly Candidate[]) => Candidate[]
    byWords: ReadonlyMap<number, number>
    beside: ReadonlyMap<number, Beside>
    /** Items that were asked for in the words of their title or of a question that was taught for them. */
    inOwnWords: ReadonlySet<number>
  },
): Judged[] {
  const without = [...index.limited].flatMap(([item, head]) =>
    leftOutBecause(head, settings) === undefined ? [] : [item],
  )
  const found = rank(asked, index, FOUND_BY_WORDS)
  const whole = settings.before ? afterwards(settings.before.text, text) : text
  const wanted = spokenFor(beside)
  const meant = asReviewed(
    withWords(
      meantCandidates(
        meaning,
        index,
        {
          text: whole,
          language: settings.before ? guessLanguage(whole, index.language) : language,
          asked,
          found,
          byWords,
          wanted,
        },
        without,
      ),
      beside,
      index,
    ),
    model.reviewed,
  ).map((each) => {
    if (inOwnWords.size === 0) return each
    const isOwn = inOwnWords.has(index.itemIdOf(each.candidate.doc))
    return {
      ...each,
      sure: isOwn ? Math.max(each.sure, OWN_WORDS_SURE) : each.sure * (1 - OWN_WORDS_SURE),
    }
  })
  const candidates = meant.map(({ candidate }) => candidate)
  const gone = new Set(outOfSeason(candidates, days, index).map(({ doc }) => doc))
  const left = candidates.filter(({ doc }) => !gone.has(doc))
  const meantOf = new Map(meant.map((each) => [each.candidate.doc, each]))
  const fitted = fit(left)
  const order = new Map(fitted.map(({ doc }, place) => [doc, place]))
  const surest = new Map<number, number>()
  for (const { candidate, sure } of meant) {
    const item = index.itemIdOf(candidate.doc)
    surest.set(item, Math.max(surest.get(item) ?? 0, sure))
  }
  return fitted
    .map((candidate): Judged => {
      const { sure, contributions, wording, units, article, nearWords, stoodIn } = meantOf.get(
        candidate.doc,
      )!
      const piece = sayingOf(units, candidate.doc, index)
      const at = headAt(index, candidate.doc)
      const foundBy = regimeOf(candidate)
      const shown: TraceCandidate = {
        ...sourceOf(at),
        collection: at.item.collection,
        foundBy,
        confidence: sure,
        features: featuresOf(candidate, fitted, asked.terms, index),
        contributions,
        matched: asked.terms
          .filter((_, i) => candidate.matched[i])
          .map((term) => term.readAs ?? term.word),
        nearestWording: candidate.wording?.text ?? wording,
        ...(piece && { nearestPiece: shortened(piece) }),
        ...(nearWords.length > 0 && {
          nearWords: nearWords
            .slice(0, NEAR_WORDS)
            .map(({ asked, there }): [string, string] => [asked, there]),
        }),
      }
      return { candidate, at, shown, units, article, ...(stoodIn && { stoodIn }) }
    })
    .sort(
      (a, b) =>
        surest.get(b.at.item.id)! - surest.get(a.at.item.id)! ||
        order.get(a.candidate.doc)! - order.get(b.candidate.doc)!,
    )
}

/** What speaks for items beside what they mean. */
function besideOf(candidates: readonly Judged[]): Map<number, Beside> {
  const all = new Map<number, Beside>()
  for (const { shown } of candidates) {
    const known = all.get(shown.item) ?? { byWords: 0, fits: 0 }
    all.set(shown.item, {
      byWords: Math.max(known.byWords, shown.confidence),
      fits: Math.max(known.fits, shown.features.fits),
    })
  }
  return all
}

/** As sure as meaning and words are together; the passages of an item keep their share of it. */
function withWords(
  meant: readonly MeantCandidate[],
  beside: ReadonlyMap<number, Beside>,
  index: ReleaseIndex,
): MeantCandidate[] {
  const itemOf = ({ candidate }: MeantCandidate) => index.itemIdOf(candidate.doc)
  const most = new Map<number, number>()
  for (const each of meant) most.set(itemOf(each), Math.max(most.get(itemOf(each)) ?? 0, each.sure))
  const sure = together(most, beside)
  return meant.map((each) => {
    const before = most.get(itemOf(each))!
    const now = sure.get(itemOf(each))!
    return {
      ...each,
      sure: now.sure * (before === 0 ? 1 : each.sure / before),
      contributions: { ...each.contributions, ...now.spoken },
    }
  })
}

/** As sure as the team's reviews tell of the first; the others keep their share of it. */
function asReviewed(
  meant: readonly MeantCandidate[],
  reviewed: ReviewedScale | undefined,
): readonly MeantCandidate[] {
  const most = Math.max(0, ...meant.map(({ sure }) => sure))
  if (!reviewed || most === 0) return meant
  const times = rescaled(most, reviewed) / most
  return meant.map((each) => ({ ...each, sure: each.sure * times }))
}
const FOUND_BY_WORDS = 60
/** So much is told of why a passage came near. */
const NEAR_WORDS = 3
const MOST_OF_PIECE = 160

function shortened(piece: string): string {
  return piece.length <= MOST_OF_PIECE ? piece : `${piece.slice(0, MOST_OF_PIECE - 1)}…`
}

/** How sure each item is by its surest passage. */
function surestOf(candidates: readonly Judged[]): Map<number, number> {
  const surest = new Map<number, number>()
  for (const { shown } of candidates)
    surest.set(shown.item, Math.max(surest.get(shown.item) ?? 0, shown.confidence))
  return surest
}

/** Items that were asked for in the words of their title or of a question that was taught for them. */
function askedInOwnWords(candidates: readonly Judged[], text: string): Set<number> {
  const asked = plainWords(text)
  return new Set(
    candidates.flatMap(({ at, candidate: { wording } }) =>
      wording && plainWords(wording.text) === asked ? [at.item.id] : [],
    ),
  )
}

/** A fixed answer that was asked for in its own words goes before whatever else is near. */
function inFront(fixed: Judged | undefined, candidates: Judged[]): Judged[] {
  if (!fixed) return candidates
  return [fixed, ...candidates.filter(({ at }) => at.item.id !== fixed.at.item.id)]
}

/** Two questions as one text, the earlier first. */
function afterwards(before: string, text: string): string {
  return `${before.trim().replace(/[^.?!]$/, '$&.')} ${text}`
}

function nearest(candidates: readonly Judged[]): Source[] {
  const seen = new Set<number>()
  return candidates
    .filter(
      ({ shown }) =>
        shown.confidence >= NEAR_FLOOR && !seen.has(shown.item) && seen.add(shown.item),
    )
    .slice(0, NEAR_SHOWN)
    .map(({ at }) => sourceOf(at))
}

function sourceOf({ item, head }: Standing): Source {
  const { ordinal, path, page } = head
  return {
    item: item.id,
    revision: item.revision,
    ordinal,
    title: item.title,
    path,
    ...(page !== null && { page }),
  }
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

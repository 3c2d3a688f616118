import { pick, type Random } from '../maths/random.ts'
import { hideDocs } from '../retrieval/indexChanges.ts'
import {
  indexRelease,
  type IndexSettings,
  type ReleaseIndex,
  type Wording,
} from '../retrieval/releaseIndex.ts'
import { rank, readQuestion } from '../retrieval/rank.ts'
import { analyse } from '../text/analyse.ts'
import { sentences } from '../text/sentences.ts'
import type { LabelledCase } from './confidence.ts'
import { featuresOf, regimeOf } from './features.ts'
import type { ContentItem } from './items.ts'
import { foreignWord, reword, withForeignWord } from './reword.ts'

/**
 * How a self-test question was made: from a title, heading or phrasing that is there; from one that was hidden, its text left;
 * from a sentence of a text; from what was hidden altogether.
 */
export type CaseKind = 'wording' | 'hidden wording' | 'sentence' | 'absent'
export interface SelfTestCase extends LabelledCase {
  kind: CaseKind
  question: string
}

export interface SelfTestSettings extends IndexSettings {
  /** How often the library is halved anew. */
  rounds?: number
  /** Of a larger library, about this many sections are asked about in each round. */
  most?: number
}

/**
 * Makes labelled cases from a library without any labels. Half of its sections are hidden in turn; titles, headings and phrasings are
 * reworded by rule and asked, and so are words of sentences. An answer from the section that the question was made from is right;
 * any answer about a hidden section is wrong.
 * @param rounds how often half of the sections are hidden
 * @param most about how many sections of a larger library are asked about in each round
 */
export function selfTest(
  items: readonly ContentItem[],
  random: Random,
  { rounds = 6, most = 1_500, ...settings }: SelfTestSettings = {},
): SelfTestCase[] {
  const whole = indexRelease(items, { ...settings, noTitles: false })
  const untitled = indexRelease(items, { ...settings, noTitles: true })
  const sections = sectionsOf(whole)
  const cases: SelfTestCase[] = []
  for (let round = 0; round < rounds && sections.length > 1; round++) {
    const hidden = new Set(sections.filter(() => random() < 0.5).map(({ key }) => key))
    const isHidden = (doc: number) => hidden.has(whole.sectionOf(doc))
    const bare = hideDocs(untitled, isHidden)
    const titled = settings.noTitles ? bare : hideDocs(whole, isHidden)
    if (titled.size === 0) continue
    for (const section of sections) {
      if (random() > most / sections.length) continue
      const present = !hidden.has(section.key)
      const wording = pick(section.wordings, random)
      const of = { section, present, wording, random }
      add(cases, { ...of, kind: 'wording', question: reword(wording.text, random), index: titled })
      if (present && random() < OTHER_SUBJECT_SHARE)
        add(cases, {
          ...of,
          kind: 'wording',
          present: false,
          question: aboutElse(wording, random),
          index: titled,
          elsewhere: true,
        })
      if (random() < (present ? BARE_SHARE : BARE_SHARE_HIDDEN))
        add(cases, {
          ...of,
          kind: 'hidden wording',
          question: reword(wording.text, random),
          index: bare,
        })
      if (random() < SENTENCE_SHARE)
        add(cases, {
          ...of,
          kind: 'sentence',
          question: fromSentence(section, whole, random),
          index: titled,
        })
    }
  }
  return cases
}

/** Half of the sections are hidden, but visitors do not ask half of the time for what is not there: rather one time in three. */
const ABSENT_WEIGHT = 0.5

/** How often a section that is there is asked about by its text alone. Visitors who use none of its own words mostly ask for what is not there. */
const BARE_SHARE = 0.3
const BARE_SHARE_HIDDEN = 0.5
const SENTENCE_SHARE = 0.3
/** How often its wording is asked with another subject in it, which nothing here is about. */
const OTHER_SUBJECT_SHARE = 0.3

interface Section {
  key: string
  item: number
  docs: number[]
  /** Its own headings and phrasings; those of its item where it has none. */
  wordings: Wording[]
}

function sectionsOf(index: ReleaseIndex): Section[] {
  const found = new Map<string, Section>()
  for (const doc of index.docs()) {
    const key = index.sectionOf(doc)
    const section = found.get(key)
    if (section) section.docs.push(doc)
    else {
      const all = index.wordingsOf(doc)
      const own = all.filter(({ kind }) => kind === 'heading').slice(0, 1)
      const wordings = own.length > 0 ? own : all.filter(({ kind }) => kind !== 'heading')
      if (wordings.length > 0)
        found.set(key, { key, item: index.itemIdOf(doc), docs: [doc], wordings })
    }
  }
  return [...found.values()]
}

interface Question {
  kind: CaseKind
  question: string
  section: Section
  wording: Wording
  present: boolean
  index: ReleaseIndex
  /** It asks for something that is nowhere. */
  elsewhere?: true
}

function add(
  cases: SelfTestCase[],
  { kind, question, section, wording, present, index, elsewhere }: Question,
): void {
  const asked = readQuestion(question, index)
  const candidates = rank(asked, index)
  const best = candidates[0]
  if (!best) return
  if (!present && !elsewhere && index.itemIdOf(best.doc) === section.item) return // a sister section may well say the same: nobody knows
  const aboutItem = wording.kind !== 'heading' && kind !== 'sentence'
  const right =
    present &&
    (aboutItem ? index.itemIdOf(best.doc) === section.item : section.docs.includes(best.doc))
  cases.push({
    kind: present ? kind : 'absent',
    question,
    regime: regimeOf(best),
    features: featuresOf(best, candidates, asked.terms, index),
    right,
    ...(!present && { weight: ABSENT_WEIGHT }),
  })
}

/** A wording with its weightiest word put as one that nobody here knows. */
function aboutElse({ text, terms }: Wording, random: Random): string {
  const heaviest = [...terms].sort((a, b) => b.weight - a.weight)[0]?.stem
  const words = text.replace(/[?.!]+$/, '').split(/\s+/)
  const at = words.findIndex((word) =>
    analyse(word, 'en')
      .concat(analyse(word, 'de'))
      .some(({ stem }) => stem === heaviest),
  )
  return (at < 0 ? [...words, foreignWord(random)] : words.with(at, foreignWord(random))).join(' ')
}

/** One to four content words of one sentence, in its order: what somebody asks who never saw the text. */
function fromSentence({ docs, wordings }: Section, index: ReleaseIndex, random: Random): string {
  const all = sentences(index.passage(pick(docs, random)).passage.text)
    .map((sentence) =>
      analyse(sentence, index.language)
        .filter(({ stem }) => !stem.startsWith('#'))
        .map(({ word }) => word),
    )
    .filter((words) => words.length >= 4)
  if (all.length === 0) return pick(wordings, random).text
  const words = pick(all, random)
  const wanted = 1 + Math.floor(random() * 4)
  const kept = words.filter(() => random() < wanted / words.length)
  return withForeignWord(kept.length > 0 ? kept : words.slice(0, 1), random).join(' ')
}

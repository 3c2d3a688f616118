import type { Language } from '../text/language.ts'
import { fold } from '../text/tokens.ts'
import { meaningOf, plainly, type Role, roleOf } from './lexicon.ts'

/** How a number is bound: "up to 5", "from 5 on"; "exactly" when nothing is said. */
export type Bound =
  | 'exactly'
  | 'at most'
  | 'under'
  | 'at least'
  | 'over'
  | 'until'
  | 'by'
  | 'before'
  | 'after'
  | 'within'
  | 'about'
  | 'range'

/** A word of content, or a number. */
export interface Word {
  /** What stands for it and all words that mean the same. */
  key: string
  written: string
  isNumber: boolean
  bound: Bound
  /** Counts up where a new phrase begins: at a preposition, a joining word, a comma. */
  phrase: number
  /** The word that its phrase begins with, '' for the core of a sentence; a joining word leaves the one before. */
  link: string
  /** Counts up at joining words and commas within what a link governs. */
  item: number
  /** Counts up at commas, "but" and words that begin a clause. */
  clause: number
  /** A form of "be" stands before it: "is carried". */
  passive: boolean
  /** Who does it, when "you" or "we" stand before it. */
  who?: 'you' | 'we'
}

/** A word that changes what is said, and the next word of content behind it. */
export interface Turn {
  role: Exclude<Role, 'light' | 'link' | 'join'>
  /** Place among the words that it stands before; their number when it stands last. */
  at: number
  clause: number
}

/** A sentence as far as its meaning can be compared. */
export interface ParsedSentence {
  text: string
  words: Word[]
  turns: Turn[]
  /** It begins with a word that stands for what was spoken of before. */
  pointsBack: boolean
  /** It has such a word somewhere. */
  leans: boolean
  /** It says yes or no. */
  says?: 'yes' | 'no'
}

/** The month, and not what one may do. */
const MONTH_OF_MAY = /(?<=[\p{L}\d,] )May\b/gu
const PIECE =
  /https?:\/\/[^\s<>)\]]*[^\s<>)\].,;:!?]|[\w.+-]+@[\w-]+\.[\w.-]*\w|[$£€]\s?\d[\d.,]*|-?\d+(?:[.,:]\d+)*\.?[xX]?|-{0,2}[\p{L}_][\p{L}\p{N}_]*(?:(?:[.'’\\/-]|::)[\p{L}\p{N}_]+)*|[,;:()–—%]/gu
const POINTS_BACK =
  /^(?:it|they|this|these|that|those|he|she|its|their|his|her|such|es|sie|er|dies|diese|dieser|dieses)\b/
const LEANS =
  /(?:^| )(?:it|they|them|its|their|this|these|sie|ihr|ihre|dies|diese|dieser|dieses)(?= |$)/
const NUMBERS: Record<string, string> = Object.fromEntries(
  'zero - two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen twenty'
    .split(' ')
    .map((word, i) => [word, String(i)])
    .concat(
      'null - zwei drei vier funf sechs sieben acht neun zehn elf zwolf'
        .split(' ')
        .map((word, i) => [word, String(i)]),
    )
    .concat([
      ['thirty', '30'],
      ['forty', '40'],
      ['fifty', '50'],
      ['sixty', '60'],
      ['hundred', '100'],
      ['thousand', '1000'],
      ['thousands', 'thousands'],
      ['half', '0.5'],
      ['twice', '2x'],
      ['dreissig', '30'],
      ['vierzig', '40'],
      ['funfzig', '50'],
      ['hundert', '100'],
    ]),
)
/** "The one" is no number; "one in ten" and "one dog" are. */
const NO_NUMBER_BEHIND =
  /\b(?:the|this|that|these|each|every|other|another|which|no|any|next|last|first|second|new|old)\s+$/
const COUNTED =
  /^ (?:in |of |von |(?!(?:is|are|was|at|on|by|as|if|when|from|has|have|does|will|and|or|for|to|with|that|which|who|und|oder|fur|mit|can|may|must)\b)\p{L})/u
const ONE = /^one$/
/** Words before which a phrase such as "on the night boat" is over. */
const ENDS_PHRASE =
  /^(?:you|we|it|they|there|i|he|she|is|are|was|were|will|would|can|may|must|should|do|does|ist|sind|wird|werden|kann|konnen|darf|durfen|muss|mussen|gibt)$/
const BE = /^(?:is|are|was|were|be|been|being|ist|sind|wird|werden|wurde|wurden)$/
const PRONOUNS: Record<string, Word['who']> = { you: 'you', we: 'we', wir: 'we', ihr: 'you' }
const CLAUSE_WORDS = new Set(
  'but while whereas because so weil aber sondern wahrend dass'.split(' '),
)

const BEFORE: [Bound, RegExp][] = [
  ['at most', /(?:atmost|maximum(?: of)?|max\.?|hochstens|maximal)$/],
  [
    'under',
    /(?:under|below|less than|fewer than|earlier than|unter|weniger als|jonger than|younger than)$/,
  ],
  ['at least', /(?:atleast|minimum(?: of)?|from|since|starting(?: from)?|mindestens|ab|seit)$/],
  [
    'over',
    /(?:over|above|more than|longer than|later than|older than|exceeding|uber|mehr als|langer als)$/,
  ],
  ['until', /(?:until|till|bis)$/],
  ['by', /(?:\bby)$/],
  ['before', /(?:before|vor)$/],
  ['after', /(?:after|nach)$/],
  ['within', /(?:within|innerhalb(?: von)?|binnen)$/],
  ['about', /(?:about|around|nearly|almost|approximately|roughly|some|etwa|ungefahr|rund|fast)$/],
]
const BEHIND: [Bound, RegExp][] = [
  [
    'at most',
    /^(?:[^\s\d,.;]+ ){0,5}?(?:atmost|or less|or fewer|or shorter|or younger|or earlier|at the latest|hochstens|oder weniger)\b/,
  ],
  [
    'at least',
    /^(?:\S+ ){0,2}?(?:at least|or more|or over|or longer|or older|or later|and over|and more|and older|and newer|and later|and above|on\b(?= *(?:,|$|a\b|and\b|you\b))|oder mehr|oder langer|und alter|und mehr|atleast|mindestens)/,
  ],
  ['range', /^(?:\S+ )?(?:to|bis|-|–|—) -?\d/],
]
const RANGE_END = /(?:\bbetween\b.*\band|\d(?: \S+)? (?:to|-|–|—|bis))$/

/** Reads a sentence into words of content, with what bounds and turns them. Marks that only lay out text are left out. */
export function readSentence(text: string, language: Language): ParsedSentence {
  const plain = plainly(
    fold(
      text
        .replace(MONTH_OF_MAY, 'mai')
        .replace(/[“”„"'‘’`*]+(?=\s|$|[.,;:)])|(?<=\s|^|\()[“”„"'‘’`*]+/gu, '')
        .replace(/n’t\b/g, "n't")
        .replace(/\(\d?\)/g, ''),
    ),
    language,
  )
  const reading: ParsedSentence = {
    text,
    words: [],
    turns: [],
    pointsBack: POINTS_BACK.test(plain),
    leans: LEANS.test(plain),
  }
  const said = /(?:^|,)\W*(yes|ja|no|nein)\s*(?:$|[,.;:!–—])/.exec(plain)?.[1]
  if (said) reading.says = said === 'yes' || said === 'ja' ? 'yes' : 'no'
  let [phrase, item, clause, link] = [0, 0, 0, '']
  let passive = false
  let who: Word['who']
  const from = said && plain.startsWith(said) ? said.length : 0
  for (const match of plain.matchAll(PIECE)) {
    const [raw] = match
    if (match.index < from) continue
    const word = raw.replace(/^-+(?=\p{L})/u, '').replace(/[’']s$/, '')
    if (/^[,;:()–—]$/.test(raw)) {
      phrase++
      item++
      const endsScene =
        raw === ',' &&
        clause === 0 &&
        reading.words.length > 0 &&
        reading.words.every(({ link: own }) => own !== '')
      if (
        raw !== ',' ||
        endsScene ||
        !/^,\s*(?:and|or|und|oder)?\s*\S+(?:\s\S+)?\s*(?:,|and\b|or\b|und\b|oder\b|\.|$)/.test(
          plain.slice(match.index),
        )
      ) {
        clause++
        link = ''
      }
      continue
    }
    if (raw === '%') continue
    if (BE.test(word)) passive = true
    if (
      link !== '' &&
      ENDS_PHRASE.test(word) &&
      !CLAUSE_WORDS.has(link) &&
      reading.words.at(-1)?.phrase === phrase
    ) {
      phrase++
      item++
      link = ''
    }
    const pronoun = PRONOUNS[word]
    if (pronoun) who = pronoun
    const isOne =
      ONE.test(word) &&
      !NO_NUMBER_BEHIND.test(plain.slice(0, match.index)) &&
      COUNTED.test(plain.slice(match.index + raw.length))
    const number = isOne
      ? '1'
      : (NUMBERS[word] ?? (/^[$£€]?\s?-?\d/.test(word) ? numberKey(word) : undefined))
    const isBound =
      number === undefined &&
      isBoundWord(word, plain.slice(0, match.index), plain.slice(match.index))
    const role = number === undefined && !isBound ? roleOf(word, language) : undefined
    if (CLAUSE_WORDS.has(word)) {
      clause++
      phrase++
      item++
      link = word
    }
    if (role === 'link') {
      phrase++
      item++
      link = linkKey(word)
    } else if (role === 'join') {
      item++
      phrase++
    } else if (role && role !== 'light') {
      if (role === 'if' || role === 'except') {
        phrase++
        item++
        link = word
      }
      reading.turns.push({ role, at: reading.words.length, clause })
    } else if (!role && !CLAUSE_WORDS.has(word) && !isBound) {
      const bound =
        number === undefined
          ? 'exactly'
          : boundOf(plain.slice(0, match.index), plain.slice(match.index + raw.length))
      for (const key of number === undefined ? keysOf(word, language) : [number])
        reading.words.push({
          key,
          written: raw,
          isNumber: number !== undefined,
          bound,
          phrase,
          link,
          item,
          clause,
          passive,
          ...(who && { who }),
        })
      passive = false
      who = undefined
    }
  }
  return reading
}

/** A word of two with a hyphen or stroke between them is both; a name with a sign or digit in it is one. */
function keysOf(word: string, language: Language): string[] {
  const parts = word.split(/[-/]/)
  if (parts.length === 2 && parts.every((part) => /^\p{L}{2,}$/u.test(part)))
    return parts.map((part) => meaningOf(part, language))
  return [/[\d_@/\\.:]/.test(word) ? word : meaningOf(word.replaceAll('-', ''), language)]
}

function numberKey(word: string): string {
  const bare = word.replace(/^[$£€]\s?/, '').replace(/(?<=\d)[.]$/, '')
  return /^-?\d+[.,]\d{2}$/.test(bare)
    ? bare.replace(',', '.')
    : bare.replace(/^(-?\d+)[.,]0+$/, '$1').replace(',', '.')
}

function linkKey(word: string): string {
  return (
    {
      onto: 'on',
      into: 'in',
      through: 'until',
      till: 'until',
      since: 'from',
      via: 'by',
      per: 'each',
      within: 'in',
      inside: 'in',
    }[word] ?? word
  )
}

/** Words that were already read as the bound of a number. */
function isBoundWord(word: string, before: string, after: string): boolean {
  if (/^at(?:most|least)$/.test(word)) return true
  if (word === 'latest') return /\bat the $/.test(before)
  if (
    /^(?:maximum|minimum|max|hochstens|mindestens|maximal|approximately|roughly|exceeding|starting)$/.test(
      word,
    )
  )
    return /\d|\b(?:one|two|three|four|five|six|ten|zwei|drei)\b/.test(
      before.slice(-16) + after.slice(0, 24),
    )
  if (
    !/^(?:less|fewer|more|longer|older|newer|younger|earlier|later|shorter|mehr|weniger|langer|alter)$/.test(
      word,
    )
  )
    return false
  return (
    /^\S+ (?:than|als) (?:\d|one|two|three|four|five|six|ten|zwei|drei)/.test(after) ||
    /(?:\d|\b(?:one|two|three|four|five|six|ten|twelve|twenty|zwei|drei))\S*(?: \S+)? (?:or|and|oder|und) $/.test(
      before,
    )
  )
}

/** What these say is not taken back by what follows: "up to 4 to 15" is not "from 4 to 15". */
const LIMITS: ReadonlySet<Bound> = new Set(['at most', 'under', 'over'])

function boundOf(before: string, after: string): Bound {
  const trimmed = before
    .trimEnd()
    .replace(/\b(?:the age of|the age|age|dem|the)$/, '')
    .trimEnd()
  if (RANGE_END.test(trimmed)) return 'range'
  const ahead = BEFORE.find(([, pattern]) => pattern.test(trimmed))?.[0]
  if (ahead && LIMITS.has(ahead)) return ahead
  const behind = BEHIND.find(([, pattern]) => pattern.test(after.trimStart()))
  if (behind) return behind[0]
  if (/\bbetween$/.test(trimmed)) return 'range'
  return ahead ?? 'exactly'
}

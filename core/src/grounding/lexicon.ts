import type { Language } from '../text/language.ts'
import { stem } from '../text/stem.ts'

/**
 * What a word does in a sentence, as far as a change of it changes what is said.
 * - `negation` turns it round; `only`, `except` and `if` narrow it; `every` and `some` say how widely it holds
 * - `may` and `must` are what one is free to do and what one has to
 * - `link` begins a phrase that may stand elsewhere ("on the night boat"); `join` lists things; `light` says nothing by itself
 */
export type Role =
  | 'negation'
  | 'only'
  | 'except'
  | 'if'
  | 'every'
  | 'some'
  | 'may'
  | 'must'
  | 'link'
  | 'join'
  | 'light'

/** Words that mean the same to a customer; the first stands for all. */
type Synonyms = string[]

interface Lexicon {
  phrases: [pattern: RegExp, plain: string][]
  roles: ReadonlyMap<string, Role>
  synonyms: ReadonlyMap<string, string>
}

function rolesOf(lists: Partial<Record<Role, string>>): Map<string, Role> {
  return new Map(
    Object.entries(lists).flatMap(([role, words]) =>
      words.split(/\s+/).map((word): [string, Role] => [word, role as Role]),
    ),
  )
}

function synonymsOf(groups: Synonyms[], language: Language): Map<string, string> {
  return new Map(
    groups.flatMap((group) =>
      group.map((word): [string, string] => [stem(word, language), stem(group[0]!, language)]),
    ),
  )
}

const english: Lexicon = {
  phrases: [
    [
      /\b(?:free of charge|without (?:any )?(?:extra )?charge|at no (?:extra )?(?:charge|cost)|for nothing|(?:there is )?no charge(?! account)|(?:pays?|costs?) nothing|nothing is charged|does not cost anything)\b/g,
      'free',
    ],
    [
      /\b(?:no|not) (?:more|longer|later|larger|bigger|heavier|wider|higher|older) than\b/g,
      'atmost',
    ],
    [/\b(?:no|not) (?:less|fewer) than\b/g, 'atleast'],
    [/\bup to\b/g, 'atmost'],
    [/\bat (most|least)\b/g, 'at$1'],
    [/\b(?:have|has|had|need|needs) to\b/g, 'must'],
    [/\b(?:is|are|be) (?:required|obliged) to\b/g, 'must'],
    [/\b(?:is|are) (?:also )?(?:allowed|permitted|able|free|welcome) to\b/g, 'may'],
    [/\bit is possible to\b/g, 'may'],
    [/\bas soon as\b|\bonce\b(?= (?:the|you|your|we|it|they|a)\b)/g, 'when'],
    [/\bat once\b/g, 'immediately'],
    [/\bby hand\b/g, 'manually'],
    [/\bmake sure\b/g, 'ensure'],
    [/\b(?:money back|paid back|pay back|give back the money)\b/g, 'refund'],
    [/\bas often as (?:you|they|one) (?:like|likes|want|wish)\b/g, 'repeatedly'],
    [
      /\b(?:is|are) (?:forbidden|prohibited|banned)(?: to)?\b|\b(?:is|are) not (?:allowed|permitted)(?: to)?\b/g,
      'is not',
    ],
    [
      /(?<!\d)(\d+(?:\.\d+)?) (?:by|x|×) (\d+(?:\.\d+)?)(?: (?:by|x|×) (\d+(?:\.\d+)?))?(?!\d)/g,
      '$1:$2:$3',
    ],
    [/\bcertain (?=bits|parts|kinds)/g, 'some '],
    [
      /\b(?:all the same|as well|as such|at all|in order|of course|after all|each other|so that|such as|for example|for instance|e\.g\.|i\.e\.)(?=\s|[.,;)]|$)/g,
      ' ',
    ],
    [
      /\b(?:isn|aren|wasn|weren|don|doesn|didn|hasn|haven|wouldn|shouldn|couldn|mustn|needn)['’]t\b/g,
      'not',
    ],
    [/\b(?:can['’]t|cannot)\b/g, 'can not'],
    [/\bwon['’]t\b/g, 'not'],
    [/\bimpossible\b/g, 'not possible'],
    [/\bnon[- ](?=\p{L})/gu, 'non'],
    [/\bother than\b/g, 'except'],
    [/\b((?:all|every|each|any|no) (?:\w+ )?)but\b/g, '$1except'],
    [/\bas long as\b/g, 'if'],
    [/\bprovided(?: that)?\b/g, 'if'],
    [/\bhardly (?:ever|any)\b/g, 'never'],
  ],
  roles: rolesOf({
    negation: 'not no never none nobody nothing neither nor without hardly nowhere',
    only: 'only solely exclusively merely just',
    except: 'except unless besides apart outside save excluding',
    if: 'if whenever',
    every: 'all every each any always both',
    some: 'some most several many usually often sometimes probably normally generally nearly almost mostly few possibly perhaps maybe may-be partly almost-always commonly typically',
    may: 'may can could might possible optional optionally',
    must: 'must shall required necessary obligatory mandatory',
    link: 'on in at for with from to by of about as into onto under over above below after before during between through until till since within per via behind beside near like towards against when while where because although though than whose who which that among along across without-a',
    join: 'and or',
    light:
      'a an the this that these those it its they them their he she his her him you your yours we our us i my me one ones there here is are was were be been being am has have had having do does did done get gets got getting will would should please also too then so such own yes well even what how whoever whatever thing things something somebody someone let lets make makes made go goes going come comes coming take takes taken taking bring brings brought put puts give gives given use uses used see need needs want wants but however therefore still again simply together away up back now way kind sort itself themselves yourself run runs running find finds found try tries tell tells hear mean means meant stand stands provide provides offer offers serve serves look looks help helps enough part reason effect happen happens become becomes comes each-other rather quite very else matter whatever either carry carries carried travel travels travelled stay stays keep keeps kept add adds wish wishes anything anywhere occur occurs',
  }),
  synonyms: synonymsOf(
    [
      ['cost', 'costs', 'price', 'pay', 'paid', 'charge', 'charged', 'fee'],
      ['start', 'begin', 'begins', 'beginning'],
      ['end', 'finish'],
      ['big', 'large'],
      ['buy', 'purchase', 'bought'],
      ['choose', 'select', 'pick', 'chosen'],
      ['write', 'text', 'message'],
      ['telephone', 'phone', 'ring', 'call'],
      ['get', 'receive', 'obtain'],
      ['show', 'display'],
      ['boat', 'ferry', 'ship'],
      ['mail', 'email', 'e-mail'],
      ['cancel', 'cancelled', 'cancellation'],
      ['difficult', 'hard'],
      ['fast', 'quick'],
      ['people', 'persons', 'person'],
      ['luggage', 'baggage'],
      ['car', 'cars'],
      ['accept', 'accepted'],
      ['well', 'good'],
      ['stick', 'stuck'],
      ['sit', 'seat', 'seats'],
      ['depart', 'departure', 'leave', 'leaves', 'left'],
      ['land', 'landing', 'arrive', 'arrival', 'reach', 'reaches'],
      ['great', 'dramatic', 'dramatically', 'greatly'],
      ['speak', 'talk'],
      ['require', 'requires', 'requirement'],
      ['include', 'contain', 'contains'],
      ['permit', 'allow', 'let'],
      ['delete', 'erase'],
      ['stop', 'prevent'],
      ['work', 'function'],
      ['several', 'various'],
      ['lock', 'locked'],
      ['load', 'loading'],
      ['everybody', 'everyone'],
      ['anybody', 'anyone'],
      ['immediately', 'instantly', 'straightaway'],
      ['repair', 'fix', 'mend'],
      ['small', 'little'],
      ['keep', 'retain', 'preserve', 'preserved'],
      ['store', 'save', 'saved'],
      ['change', 'modify', 'alter', 'amend'],
      ['answer', 'reply', 'respond', 'response'],
      ['ask', 'request'],
      ['close', 'shut'],
      ['trip', 'journey', 'voyage'],
      ['child', 'children', 'kid', 'kids'],
      ['bicycle', 'bike'],
      ['mistake', 'error'],
      ['problem', 'issue', 'trouble'],
      ['option', 'choice'],
      ['whole', 'entire', 'complete'],
      ['correct', 'right'],
      ['wrong', 'incorrect'],
      ['picture', 'image', 'photo'],
      ['folder', 'directory'],
      ['explain', 'describe'],
      ['refuse', 'reject', 'deny', 'denied'],
      ['elevator', 'lift'],
      ['toilet', 'lavatory'],
      ['reduction', 'discount'],
      ['easy', 'simple'],
      ['setting', 'configuration'],
      ['create', 'creation'],
      ['remove', 'removal'],
      ['registration', 'register', 'registered'],
      ['visible', 'seen'],
      ['refund', 'refunded'],
      ['information', 'details'],
      ['near', 'nearby'],
      ['useful', 'helpful'],
      ['common', 'frequent'],
      ['quay', 'pier'],
      ['build', 'construct'],
      ['ill', 'sick'],
      ['rapid', 'swift'],
      ['cheap', 'inexpensive'],
      ['certain', 'sure'],
      ['convert', 'turn'],
      ['identical', 'same'],
      ['discover', 'detect'],
    ],
    'en',
  ),
}

const german: Lexicon = {
  phrases: [
    [/\b(?:kostenlos|gratis|ohne aufpreis|ohne gebuhr|umsonst)\b/g, 'kostenfrei'],
    [/\bnicht (?:mehr|langer|spater) als\b/g, 'hochstens'],
    [/\bbis zu\b/g, 'hochstens'],
    [/\bnicht (?:weniger|kurzer) als\b/g, 'mindestens'],
    [/\b(?:zum beispiel|z\.\s?b\.|und so weiter|usw\.)/g, ' '],
    [/\bsobald\b/g, 'wenn'],
  ],
  roles: rolesOf({
    negation:
      'nicht kein keine keinen keinem keiner keines nie niemals niemand nichts ohne weder nirgends kaum',
    only: 'nur ausschliesslich lediglich bloss',
    except: 'ausser ausgenommen ausserhalb',
    if: 'wenn falls sofern',
    every: 'alle allen aller alles jede jeder jedes jeden jedem immer stets uberall beide beiden',
    some: 'einige manche mehrere viele meist meistens oft manchmal wahrscheinlich normalerweise fast vielleicht gewohnlich teilweise',
    may: 'darf durfen kann konnen konnte moglich',
    must: 'muss mussen soll sollen notwendig erforderlich notig',
    link: 'auf in im an am fur mit von vom zu zum zur bei beim uber unter nach vor wahrend zwischen durch bis seit ab aus um als hinter neben wo weil obwohl dass der-die deren dessen',
    join: 'und oder sowie',
    light:
      'ein eine einen einem einer eines der die das den dem des dies diese dieser dieses diesen er sie es wir ihr ihre ihren ihrem ihrer sein seine uns unser unsere ich mein meine man sich ist sind war waren sei wird werden wurde worden hat haben habe hatte bitte auch dann so da hier dort ja noch schon mal doch aber selbst etwas wie was wer welche welcher welches',
  }),
  synonyms: synonymsOf(
    [
      ['kosten', 'kostet', 'preis', 'zahlen', 'bezahlen', 'gebuhr'],
      ['beginnen', 'beginnt', 'anfangen', 'starten'],
      ['schiff', 'fahre', 'boot'],
      ['abfahrt', 'abfahren', 'ablegen'],
      ['anrufen', 'telefonieren'],
      ['erhalten', 'bekommen'],
    ],
    'de',
  ),
}

const LEXICA: Record<Language, Lexicon> = { en: english, de: german }

/** Says a folded text in plainer words: one word for "free of charge", "not" for "n't". */
export function plainly(folded: string, language: Language): string {
  return LEXICA[language].phrases.reduce(
    (text, [pattern, plain]) => text.replace(pattern, plain),
    folded,
  )
}

/** What a folded word does, undefined when it is a word of content. */
export function roleOf(word: string, language: Language): Role | undefined {
  return LEXICA[language].roles.get(word)
}

/** The stem that stands for a word and all that mean the same. */
export function meaningOf(word: string, language: Language): string {
  const own = stem(word, language)
  return LEXICA[language].synonyms.get(own) ?? own
}

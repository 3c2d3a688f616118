import type { Language } from './languages.ts'

const english = `a s t about am an and any anybody anyone anything are as at be been being but by came can cannot cant could couldnt did
didnt do does doesnt doing don dont else ever every for from get gets getting go goes going gonna got had has hasnt have havent
having he hello help her here hers hey hi him his how i id if ill im in into is isnt it its itself ive just kind know let lets like
made make many may maybe me might mine much must my myself no not now of off ok okay on one only or other our ours out over own
please possible question really she should shouldnt so some somebody someone something still such tell than thank thanks that thats
the their them themselves then there these they thing things this those to too us very wanna want wants was wasnt way we well were
what whats when where which while who whos whose why will wish with without wont would wouldnt yes yet you your yours allowed able
there's need needs also again already someone's i'd i've us up down`

const german = `aber alle allem allen aller alles als also am an auch auf aus bei beim bin bis bist bitte da dann das dass dein deine dem
den denn der des die dies diese diesem diesen dieser dieses doch dort du durch ein eine einem einen einer eines er es euch euer eure
fur fuer gibt haben hallo hast hat hatte hatten hier ich ihm ihn ihr ihre im in ins ist ja jede jeder jedes kann kannst konnen konnte koennen koennte
konnt mal man mein meine meinem meinen meiner mich mir mit mochte moechte muss musst mussen muessen nach nein nicht noch nun nur ob oder ohne
schon sehr sein seine sich sie sind so soll sollte uber ueber um und uns unser unsere unter viel vom von vor wann war waren warum was weil
welche welchem welchen welcher welches wenn wer werde werden wie wieder will wir wird wo wohin wollen wurde zu zum zur danke hilfe helfen frage fragen jemand jemanden brauche braucht brauchen moglich gern gerne habe`

const words = (list: string) => new Set(list.split(/\s+/))

/** Words that carry no subject. A short list on purpose: a long one throws away words that a help text turns on. */
export const STOP_WORDS: Record<Language, ReadonlySet<string>> = {
  en: words(english),
  de: words(german),
}

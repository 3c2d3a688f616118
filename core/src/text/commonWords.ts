import type { Language } from './language.ts'
import { fold } from './tokens.ts'

const english = `able about account across actual actually add advise after again age ago agree ahead all almost alone along already also although always among amount another answer answers anyhow
anyway apart appear around ask asked asking away back bad basic basically because become before begin behind believe best better between big bit both bring call came case cases cause certain certainly
change chance check clear clearly close come comes common complete completely correct couple course current currently cut day days deal describe detail details different difficult does doing done down
during each early easily easy either else end enough especially even ever every everything everywhere exact exactly example except exist exists expect explain explained explains explanation fact fail far
fast feel few figure fill final finally find fine finish first fix follow following forget found full further future general generally gives good great guess guide guys half handle happen happened
happening happens hard hardly hear heard help helps hold hope hour however idea important including info inform information instead interested interesting issue issues job keep keeps kept kinda large last
late later latest learn least leave left less level likely list little long look looked looking looks lot lots main mainly manage matter mean means meant mention might minute mistake moment month more most
mostly move myself near nearly necessary never new next nice nobody normal normally nothing number often old once open options other others part particular past people perhaps person piece place plan
point points possibly practice prefer present pretty previous probably problem problems proper properly purpose put question questions quick quickly quite rather read ready real reason reasons recently
regarding related remember rest result right run running said same saw say says second see seem seems seen sense several short shortly show shows side similar simple simply since situation small solve
sometimes somewhere soon sort sorry specific start started state stay step steps stop story struggling stuck stupid suddenly suggest suggestion supposed sure talk tell tells thing think thinking thought
through times tips today together told tomorrow tonight took topic total towards tried trouble true try trying turn type under understand understanding unfortunately unless until usual usually various
version wait waiting wanted watch week went whether whole wonder wondering word words work worked working works worry worse worth write wrong year years yesterday yourself`

const german = `abend aktuell allein allerdings allgemein alt anders andere anderen anfang angeben angezeigt ansehen antwort antworten art aufgabe aufhoren augenblick ausserdem basis bedeuten bedeutet beginnen beginnt beide
beispiel bekomme bekommen bekommt benotigen benutzen bereits beschreiben besonders besser beste bestimmt bleiben blod bringen damals damit danach daran darauf daraus darum darunter dauern dauert davon dazu
denken derzeit deshalb deswegen eben eigentlich einfach einige einmal ende endlich entweder erhalten erinnern erklaren erklart erklarung erste ersten erst erwarten erzahl erzahlen erzahlt etwa etwas fall
falsch fast fehler fertig finde finden findet folgende ganz gar geben gegen geben gehen geht genau genug gerade gerne geschehen gestern gesucht gewohnlich ging gleich gross grund gut guter heute
hinweis horen idee immer indem info informationen inzwischen irgendwie irgendwo jahr jetzt kennen kennt klappt klar klein kommen kommt konkret kriege kurz lange langsam lassen laufen lauft lange lasst leicht
leider lernen lesen letzte liegen liegt losen losung machen macht manchmal mehr mehrere meinen meint meistens melden merken mitteilen moglichkeit moglichst moment monat morgen nachste nachsten name namlich
natarlich neu neue neuen nie niemand normal normalerweise nutzen nutzt oben oft passiert person plan platz plotzlich problem probleme punkt richtig ruhig sache sachen sagen sagt schade schlecht schnell
schreiben schritt schwer sehen seite seit selbst sicher sinn situation sofort sogar sollen sonst spater starten statt stehen steht stelle stellen stimmt stunde suche suchen tag tage tatsachlich teil thema
tipp tipps trotzdem tun uberall uberhaupt ubrigens uhr umgehen unbedingt unten unterschied ungefahr verschiedene verstanden verstehe verstehen versuchen versucht verwenden vielleicht voll vorher vorhin
wahrscheinlich warten weg weise weiss weiter weitere weiterhelfen wenig weniger wert wichtig wirklich wissen woche wollte wort zeigen zeigt zeit zuerst zuletzt zunachst zurzeit zusammen`

const words = (list: string) => new Set(list.split(/\s+/).map(fold))

/**
 * Words that anybody uses about anything. Where a library does not have one of them, it tells little that a question has it:
 * "explain" is no reason to think that the library is about something else, "helicopter" is.
 */
export const COMMON_WORDS: Record<Language, ReadonlySet<string>> = {
  en: words(english),
  de: words(german),
}

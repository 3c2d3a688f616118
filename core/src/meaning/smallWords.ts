import type { Language } from '../text/language.ts'
import { fold } from '../text/tokens.ts'

/**
 * Words that say nothing of what is asked for: small words, greetings, the frame of a story ("just wondering whether I could maybe"). Longer than
 * the list by which answers are searched, as what is left out here is never needed to tell articles apart. Chosen on natural questions.
 */
const english = `a s t m d ll re ve about am an and any are as at be been being but by can cannot could did do does doing don for from get
gets getting got go goes going gonna had has have having he hello help her here hers hey hi him his how i if in into is it its itself just
kind know let lets like made make makes many may maybe me might mine much must my myself no not now of off ok okay on one only or other our
ours out over own please possible question really she should so some somebody someone something still such tell than thank thanks that the
their them themselves then there these they thing things this those to too us very wanna want wants was way we well were what whats when
where which while who whos whose why will wish with without would wouldnt yes yet you your yours able need needs also again already up down
im ive cant dont doesnt didnt isnt wont id u ur pls plz thx hiya morning evening afternoon bit lot actually anyway sorry excuse wondering
looking trying tried said says think thought havent hasnt hadnt wasnt werent wouldnt couldnt shouldnt arent aint weve youre theyre theres whats thats lets been because cos since though although until till before after ever never always sometimes`

const german = `aber alle allem allen aller alles als also am an ander andere anderem anderen anderer anderes auch auf aus bei bereits bin
bis bist bitte brauche brauch brauchen braucht da dabei dafür dagegen dahin damit danach dann dar daran darauf daraus darf darfs darum das
dass davon dazu de dein deine dem den denn der deren des deshalb dessen die dies diese diesem diesen dieser dieses dir doch dort du durch
dürfen dürft eben ebenso eigentlich ein eine einem einen einer eines einfach einmal er es etwa etwas euch euer eure eurem euren eurer fast
finde find finden frage fragen für ganz gar geb gebe gibt gibts gern gerne geht gehts gehn gehen grad gerade genau gegen ging gut guten hab
habe haben habt habs hallo halt hat hatte hatten hätt hätte hätten hätts hast her hey hi hier hin hinter hm ich ihm ihn ihnen ihr ihre ihrem
ihren ihrer im immer in ins irgendwas irgendwie irgendwo ist ists ja jede jedem jeden jeder jedes jemand jemanden jetzt kann kannst kanns
kein keine keinem keinen keiner können könnt könnte könnten kriege kriegen kriegt krieg bekomme bekommen bekomm bekommt langt lassen lass
lässt leider liebe lieben lieber los mach mache machen macht mag mal man manche mehr mein meine meinem meinen meiner meines mich mir mit
möchte möchten moin möchtest muss müssen müsst müsste müssten musste na nach naja ne nee nein nem nen ner nicht nich nichts nie nix noch
nochmal nun nur ob obwohl oder ohne okay ok per schon schön schönen sehr sei seid sein seine seinem seinen seiner seit selber selbst servus
sich sicher sie sind so sobald sogar solche soll sollen sollte sollten sonst sowas soweit statt über überhaupt um und uns unser unsere
unserem unseren unserer unter viel viele vielleicht vielen dank danke vom von vor wann war waren wärs was wars warum wart wegen weil weiß
weiter welche welchem welchen welcher welches wen wenn wem wer werd werde werden werdet wurde wurden wie wieso wieder will wills willst wir
wird wirds wo wohl wohin wollen wollt wollte woran worauf worin wozu würd würde würden wüsste zu zum zur zwar zwischen überall grüß gott
grüße tag abend morgen bzw eh mfg lg hilfe helfen hilft gleich möglich stimmt meinte meint sagt sagen gesagt denke glaub glaube steht stehen
würds woher wieviel seht schaut`

const read = (list: string) => new Set(list.split(/\s+/).map(fold))

export const SMALL_WORDS: Record<Language, ReadonlySet<string>> = {
  en: read(english),
  de: read(german),
}

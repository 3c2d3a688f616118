const forms = `arise arose arisen|awake awoke awoken|beat beaten|become became|begin began begun|bend bent|bind bound|bite bit bitten|blow blew blown|break broke broken|bring brought|build built|burn burnt|buy bought
catch caught|choose chose chosen|cling clung|come came|creep crept|deal dealt|dig dug|do did done|draw drew drawn|drink drank drunk|drive drove driven|eat ate eaten|fall fell fallen|feed fed|feel felt|fight fought|find found
flee fled|fly flew flown|forbid forbade forbidden|forget forgot forgotten|forgive forgave forgiven|freeze froze frozen|give gave given|grow grew grown|hang hung|have had|hear heard|hide hid hidden|hold held|keep kept|kneel knelt
know knew known|lay laid|lead led|lean leant|learn learnt|leave left|lend lent|lose lost|make made|mean meant|meet met|pay paid|ride rode ridden|ring rang rung|rise rose risen|run ran|say said|see saw seen|seek sought|sell sold
send sent|shake shook shaken|shine shone|shoot shot|show shown|shrink shrank shrunk|sing sang sung|sink sank sunk|sit sat|sleep slept|slide slid|speak spoke spoken|spell spelt|spend spent|spin spun|stand stood|steal stole stolen
stick stuck|sting stung|strike struck|swear swore sworn|sweep swept|swim swam swum|swing swung|take took taken|teach taught|tear tore torn|tell told|think thought|throw threw thrown|understand understood|wake woke woken
wear wore worn|weave wove woven|weep wept|win won|wind wound|write wrote written`

/** English verbs whose past is another word: to what is said every day. "found" also founds houses, "left" is also a side: both meanings meet. */
export const IRREGULAR: ReadonlyMap<string, string> = new Map(
  forms.split(/[|\n]/).flatMap((verb) => {
    const [base = '', ...past] = verb.trim().split(' ')
    return past.map((form): [string, string] => [form, base])
  }),
)

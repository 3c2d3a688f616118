/** The window's own words; what the lead may word comes with the door. */
const en = {
  people: (text: string) => `Answers at once · ${text}`, peopleUntil: (time: string) => `people until ${time}`, peopleFrom: (time: string) => `people again ${time}`, noPeople: 'from our help pages',
  write: 'Write your question', send: 'Send', from: 'From', settled: 'Does that settle it?', yes: 'Yes', no: 'Not quite', thanksYes: 'Good to hear.', thanksNo: 'Sorry about that. It is noted for the team.',
  nearest: 'Nearest I have:', orSay: 'Or say it in other words.', elsewhere: 'Not from our own pages, and not checked by us:', goesOn: 'Going on from:', askPerson: 'Ask a person', aPerson: 'A person, please', save: 'Save the text', end: 'End', forget: 'Forget me', close: 'Close',
  contactAsk: 'So that the team can reach you, even when you leave this page:', name: 'Your name', mail: 'Your mail address', handOver: 'Hand over', waiting: 'Waiting for a person', within: (minutes: number) => `most likely within ${minutes} ${minutes === 1 ? 'minute' : 'minutes'}`, nobody: 'nobody is at their desk just now', goOn: 'Go on with the assistant',
  took: (name: string) => `${name} is here`, back: 'The assistant has the word again', closed: 'The conversation has ended', resumed: 'Taken up again', moved: 'Passed on to colleagues',
  writes: (name: string) => `${name} is writing`, thinking: 'Looking it up', offline: 'No connection. What you write is kept and sent as soon as it is back.', sending: 'sending', notSent: 'not sent yet',
  blocked: 'You cannot write here any more.', forgetSure: 'Remove everything you wrote here, for good?', forgetYes: 'Remove it', keep: 'Keep it', forgotten: 'It is all removed.', source: 'Source', sourceGone: 'This source cannot be opened just now.',
  caseNo: (number: string) => `Kept under the number ${number}. Somebody replies to your mail.`, callNo: (number: string) => `Kept under the number ${number}. Somebody calls you.`, team: 'The team', back2: 'You can go on here whenever you like.',
  awayClosed: (time: string) => `People are back ${time}.`, awayLong: (minutes: number) => `Just now it would take up to ${minutes} minutes.`, attach: 'Attach a file', tooLarge: (mb: number) => `A file can have ${mb} MB at most.`, leaveCase: 'Reply to me by mail', call: 'Call me', phone: 'Your phone number', askCall: 'Ask for a call', waitAnyway: 'I will wait',
  choose: 'Please choose', read: 'read', stars: (n: number) => `${n} of 5`, howWas: 'How was it?', aWord: 'A word, if you like', thanksRating: 'Thank you.', sendRating: 'Send',
  cause: { asked: 'You asked for a person.', unknown: 'I do not know this.', 'unknown again': 'I did not know that either, so somebody from the team takes over.', 'voted down': 'My answer did not settle it.', always: 'This is one for a person.', tone: 'Let us bring in a person.', case: '' } as Record<string, string>, saved: 'With what you told me I do know it:',
  noDoor: 'This door is not open.', you: 'You', assistant: 'Assistant', sent: 'sent', menu: 'More', page: 'Page', pageShort: 'p.', original: 'Open the document itself',
}
const de: typeof en = {
  people: (text) => `Antwortet sofort · ${text}`, peopleUntil: (time) => `Menschen bis ${time}`, peopleFrom: (time) => `Menschen wieder ${time}`, noPeople: 'aus unseren Hilfeseiten',
  write: 'Ihre Frage', send: 'Senden', from: 'Aus', settled: 'Ist das damit geklärt?', yes: 'Ja', no: 'Nicht ganz', thanksYes: 'Das freut uns.', thanksNo: 'Das tut uns leid. Es ist für das Team notiert.',
  nearest: 'Am nächsten kommt:', orSay: 'Oder sagen Sie es mit anderen Worten.', elsewhere: 'Nicht aus unseren eigenen Seiten und nicht von uns geprüft:', goesOn: 'Im Anschluss an:', askPerson: 'Einen Menschen fragen', aPerson: 'Bitte ein Mensch', save: 'Text sichern', end: 'Beenden', forget: 'Vergessen', close: 'Schließen',
  contactAsk: 'Damit das Team Sie erreicht, auch wenn Sie diese Seite verlassen:', name: 'Ihr Name', mail: 'Ihre Mailadresse', handOver: 'Übergeben', waiting: 'Wartet auf einen Menschen', within: (minutes) => `höchstwahrscheinlich binnen ${minutes} ${minutes === 1 ? 'Minute' : 'Minuten'}`, nobody: 'gerade ist niemand am Platz', goOn: 'Weiter mit dem Assistenten',
  took: (name) => `${name} ist da`, back: 'Der Assistent hat wieder das Wort', closed: 'Das Gespräch ist beendet', resumed: 'Wieder aufgenommen', moved: 'An Kollegen weitergegeben',
  writes: (name) => `${name} schreibt`, thinking: 'Ich sehe nach', offline: 'Keine Verbindung. Was Sie schreiben, bleibt erhalten und wird gesendet, sobald sie wieder da ist.', sending: 'wird gesendet', notSent: 'noch nicht gesendet',
  blocked: 'Sie können hier nicht mehr schreiben.', forgetSure: 'Alles, was Sie hier geschrieben haben, endgültig entfernen?', forgetYes: 'Entfernen', keep: 'Behalten', forgotten: 'Alles ist entfernt.', source: 'Quelle', sourceGone: 'Diese Quelle lässt sich gerade nicht öffnen.',
  caseNo: (number) => `Aufbewahrt unter der Nummer ${number}. Jemand antwortet an Ihre Mailadresse.`, callNo: (number) => `Aufbewahrt unter der Nummer ${number}. Jemand ruft Sie an.`, team: 'Das Team', back2: 'Sie können hier jederzeit weiterschreiben.',
  awayClosed: (time) => `Menschen sind wieder da: ${time}.`, awayLong: (minutes) => `Gerade würde es bis zu ${minutes} Minuten dauern.`, attach: 'Datei anhängen', tooLarge: (mb) => `Eine Datei kann höchstens ${mb} MB haben.`, leaveCase: 'Antwort per Mail', call: 'Anrufen lassen', phone: 'Ihre Telefonnummer', askCall: 'Um Anruf bitten', waitAnyway: 'Ich warte',
  choose: 'Bitte wählen', read: 'gelesen', stars: (n) => `${n} von 5`, howWas: 'Wie war es?', aWord: 'Ein Wort, wenn Sie mögen', thanksRating: 'Danke.', sendRating: 'Senden',
  cause: { asked: 'Sie möchten einen Menschen.', unknown: 'Das weiß ich nicht.', 'unknown again': 'Auch das wusste ich nicht, darum übernimmt jemand aus dem Team.', 'voted down': 'Meine Antwort hat es nicht geklärt.', always: 'Das ist etwas für einen Menschen.', tone: 'Holen wir einen Menschen dazu.', case: '' }, saved: 'Mit Ihren Angaben weiß ich es:',
  noDoor: 'Diese Tür ist nicht offen.', you: 'Sie', assistant: 'Assistent', sent: 'gesendet', menu: 'Mehr', page: 'Seite', pageShort: 'S.', original: 'Das Dokument selbst öffnen',
}

export const language: 'en' | 'de' = navigator.language.toLowerCase().startsWith('de') ? 'de' : 'en'
export const words = language === 'de' ? de : en

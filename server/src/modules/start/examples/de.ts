import type { Examples } from './examples.ts'

/** Starter articles in German. What a team must put in itself stands in square brackets. */
export const german: Examples = {
  collection: 'Beispiele zum Ersetzen',
  articles: [
    {
      title: 'Wann kommt meine Bestellung an?',
      phrasings: [
        'Wie lange dauert die Lieferung?',
        'Wo ist mein Paket?',
        'Meine Bestellung ist noch nicht da',
        'Kann ich mein Paket verfolgen?',
      ],
      body: `Wir verschicken Bestellungen innerhalb von [1 Werktag]. Die Lieferung dauert innerhalb von [Ihr Land] [2 bis 4 Werktage], ins Ausland [5 bis 8 Werktage].

## Sendungsverfolgung

Sobald Ihr Paket unterwegs ist, bekommen Sie eine Mail mit einem Link zur Sendungsverfolgung. In den ersten [12 Stunden] zeigt er möglicherweise noch nichts an.

## Das Paket ist verspätet

Ist Ihr Paket [3 Werktage] nach dem letzten Tag, der in der Mail steht, nicht da, schreiben Sie uns mit Ihrer Bestellnummer. Wir forschen dann nach.`,
    },
    {
      title: 'Etwas zurückschicken',
      phrasings: [
        'Wie schicke ich etwas zurück?',
        'Ich möchte mein Geld zurück',
        'Kann ich es gegen eine andere Größe umtauschen?',
        'Wer zahlt die Rücksendung?',
      ],
      body: `Sie können Ihren Einkauf innerhalb von [30 Tagen] nach Erhalt zurückschicken, unbenutzt und in der Verpackung.

1. Öffnen Sie [Adresse Ihrer Seite für Rücksendungen] und geben Sie Ihre Bestellnummer ein.
2. Drucken Sie das Etikett aus und kleben Sie es auf das Paket.
3. Geben Sie das Paket bei [Paketdienst] ab.

Rücksendungen sind [kostenlos]. Wir erstatten den Preis innerhalb von [7 Tagen], nachdem das Paket bei uns ist, auf dem Weg, auf dem Sie bezahlt haben.

## Umtausch

Für eine andere Größe oder Farbe schicken Sie den Artikel zurück und bestellen neu.`,
    },
    {
      title: 'Ihr Konto und Ihr Passwort',
      phrasings: [
        'Ich habe mein Passwort vergessen',
        'Ich kann mich nicht anmelden',
        'Wie ändere ich meine Mailadresse?',
        'Wie lösche ich mein Konto?',
      ],
      body: `Wählen Sie auf der Anmeldeseite *Passwort vergessen?* Wir schicken einen Link an Ihre Mailadresse; er gilt [eine Stunde]. Kommt keine Mail, sehen Sie im Spam-Ordner nach und prüfen Sie, ob es die Adresse Ihres Kontos ist.

## Angaben ändern

Melden Sie sich an und öffnen Sie *[Ihr Konto › Angaben]*, um Namen, Anschrift oder Mailadresse zu ändern.

## Konto schließen

Öffnen Sie *[Ihr Konto › Konto schließen]*. Laufende Bestellungen werden noch geliefert.`,
    },
    {
      title: 'Wie Sie bezahlen können',
      phrasings: [
        'Welche Zahlungsarten gibt es?',
        'Kann ich auf Rechnung zahlen?',
        'Meine Karte wurde abgelehnt',
        'Wo finde ich meine Rechnung?',
      ],
      body: `Sie können mit [Kreditkarte, Debitkarte, Überweisung oder auf Rechnung] bezahlen.

## Wann Ihre Karte belastet wird

Ihre Karte wird belastet, wenn [wir Ihre Bestellung verschicken].

## Eine Zahlung wurde abgelehnt

Prüfen Sie Nummer und Ablaufdatum der Karte und versuchen Sie es noch einmal. Wird sie wieder abgelehnt, kann Ihre Bank sagen, warum; bis dahin können Sie eine andere Zahlungsart wählen.

## Rechnungen

Die Rechnung kommt per Mail mit der Versandbestätigung. Alle Rechnungen finden Sie unter *[Ihr Konto › Bestellungen]*.`,
    },
    {
      title: 'Wie Sie uns erreichen',
      phrasings: [
        'Wann haben Sie geöffnet?',
        'Wie ist Ihre Telefonnummer?',
        'Wie kann ich Sie erreichen?',
        'Ich möchte mich beschweren',
      ],
      body: `Hier können Sie jederzeit fragen. Unser Team ist [montags bis freitags von 9 bis 17 Uhr] da; außerhalb dieser Zeiten hinterlassen Sie Ihre Frage, dann antworten wir bis zum nächsten Werktag.

- Mail: [Ihre Adresse]
- Telefon: [Ihre Nummer]
- Post: [Ihre Anschrift]

## Beschwerden

Ist etwas schiefgegangen, schreiben Sie uns, was passiert ist und was Sie sich von uns wünschen. Sie bekommen innerhalb von [5 Werktagen] eine Antwort.`,
    },
    {
      title: 'Was wir mit Ihren Daten tun',
      phrasings: [
        'Was speichern Sie über mich?',
        'Bitte löschen Sie meine Daten',
        'Geben Sie meine Daten weiter?',
        'Wie bestelle ich den Newsletter ab?',
      ],
      body: `Wir speichern, was wir für Ihre Bestellungen brauchen: Namen, Anschriften, Bestellungen und Zahlungen. Rechnungen bewahren wir [so viele Jahre, wie das Gesetz verlangt] auf, alles andere, bis Sie Ihr Konto schließen.

Ihre Anschrift geben wir an den Paketdienst weiter und sonst ohne Ihre Einwilligung an niemanden.

## Ihre Rechte

Sie können eine Kopie Ihrer Daten verlangen und sie berichtigen oder löschen lassen. Schreiben Sie an [Ihre Stelle für Datenschutz]; Sie bekommen innerhalb [eines Monats] eine Antwort.

## Newsletter

Am Ende jedes Newsletters steht ein Link, mit dem Sie ihn abbestellen.`,
    },
  ],
}

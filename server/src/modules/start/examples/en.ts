import type { Examples } from './examples.ts'

/** Starter articles in English. What a team must put in itself stands in square brackets. */
export const english: Examples = {
  collection: 'Examples to replace',
  articles: [
    {
      title: 'When will my order arrive?',
      phrasings: [
        'How long does delivery take?',
        'Where is my parcel?',
        'My order has not come yet',
        'Can I track my parcel?',
      ],
      body: `We send orders within [1 working day]. Delivery takes [2 to 4 working days] within [your country] and [5 to 8 working days] abroad.

## Tracking

As soon as your parcel leaves us, you get a mail with a link to follow it. The link may show nothing for the first [12 hours].

## It is late

If your parcel has not come [3 working days] after the last day given in the mail, contact us with your order number and we will look for it.`,
    },
    {
      title: 'Sending something back',
      phrasings: [
        'How do I return an item?',
        'I want my money back',
        'Can I exchange it for another size?',
        'Who pays for the return?',
      ],
      body: `You can send back what you bought within [30 days] of receiving it, unused and in its packaging.

1. Open [address of your returns page] and enter your order number.
2. Print the label and stick it on the parcel.
3. Hand the parcel in at [carrier].

Returns are [free of charge]. We refund the price within [7 days] of receiving the parcel, by the way you paid.

## Exchanges

To get another size or colour, send the item back and place a new order.`,
    },
    {
      title: 'Your account and password',
      phrasings: [
        'I forgot my password',
        'I cannot sign in',
        'How do I change my mail address?',
        'How do I delete my account?',
      ],
      body: `Choose *Forgotten your password?* on the sign-in page. We send a link to your mail address; it works for [one hour]. If no mail comes, look in the spam folder and check that you used the address of your account.

## Changing your details

Sign in and open *[Your account › Details]* to change your name, address or mail address.

## Closing your account

Open *[Your account › Close account]*. Orders under way are still delivered.`,
    },
    {
      title: 'How you can pay',
      phrasings: [
        'Which payment methods do you accept?',
        'Can I pay by invoice?',
        'My card was declined',
        'Where do I find my invoice?',
      ],
      body: `We take [credit and debit cards, bank transfer and payment by invoice].

## When your card is charged

Your card is charged when [we send your order].

## A payment was declined

Check the card's number and expiry date, and try again. If it is declined once more, your bank can tell you why; meanwhile you can choose another way to pay.

## Invoices

The invoice comes by mail with the dispatch note. You find all invoices under *[Your account › Orders]*.`,
    },
    {
      title: 'How to reach us',
      phrasings: [
        'What are your opening hours?',
        'What is your phone number?',
        'How can I contact you?',
        'I want to make a complaint',
      ],
      body: `Ask here at any time. Our team is there on [Monday to Friday, 9 am to 5 pm]; outside these hours, leave your question and we will reply by the next working day.

- Mail: [your address]
- Phone: [your number]
- Post: [your postal address]

## Complaints

If something went wrong, tell us what happened and what you would like us to do. You get a reply within [5 working days].`,
    },
    {
      title: 'What we do with your data',
      phrasings: [
        'What do you store about me?',
        'Please delete my data',
        'Do you pass on my data?',
        'How do I stop the newsletter?',
      ],
      body: `We store what we need for your orders: your name, addresses, orders and payments. Invoices are kept for [the years that the law asks for], everything else until you close your account.

We pass your address on to the carrier, and to nobody else without your consent.

## Your rights

You can ask for a copy of your data, have it corrected or have it deleted. Write to [your privacy contact]; you get an answer within [one month].

## Newsletter

Every newsletter has a link at its end by which you can stop it.`,
    },
  ],
}

// What may stand before and behind the sign is bounded, so that no text makes the pattern slow.
const MAIL =
  /(?<![\p{L}\p{N}._%+-])[\p{L}\p{N}._%+-]{1,64}@[\p{L}\p{N}-]{1,63}(?:\.[\p{L}\p{N}-]{1,63}){1,6}/gu
const SECRET =
  /\b(password|passwort|kennwort|passcode|pin|cvv|cvc)(\s{0,3}(?:is|ist|lautet|:|=)\s{0,3})(?!\[)\S{1,80}/giu
const LONG_NUMBER = /(?<![\p{L}\d])\+?\d(?:[ ./-]?\d){8,18}(?![\p{L}\d])/gu

export type PrivateKind = 'mail address' | 'phone number' | 'card number' | 'secret'

/**
 * Replaces mail addresses, telephone and card numbers, and what is told as a password, so that answering, log and replay see the same
 * harmless text.
 * Nine digits or more count as such a number; 13 to 19 that pass Luhn's check are called a card number.
 * @param mark what stands for it; its kind in brackets when not given
 * @example maskPrivate('I am ann@mail.example') // 'I am [mail address]'
 */
export function maskPrivate(
  text: string,
  mark: (kind: PrivateKind, value: string) => string = (kind) => `[${kind}]`,
): string {
  return text
    .replace(SECRET, (whole: string, word: string, is: string) => {
      const secret = whole.slice(word.length + is.length)
      return `${word}${is}${mark('secret', secret)}`
    })
    .replace(MAIL, (mail) => mark('mail address', mail))
    .replace(LONG_NUMBER, (number) => {
      const digits = number.replace(/\D/g, '')
      return mark(
        digits.length >= 13 && passesLuhn(digits) ? 'card number' : 'phone number',
        number,
      )
    })
}

/** A masked text without the marks that stand for what was private: they are not what it is about. */
export function withoutMasks(text: string): string {
  return text.replace(MASKS, ' ')
}
const MASKS = /\[(?:mail address|card number|phone number|secret)\]/g

function passesLuhn(digits: string): boolean {
  let sum = 0
  for (let i = 0; i < digits.length; i++) {
    const digit = Number(digits[digits.length - 1 - i])
    const doubled = i % 2 === 1 ? digit * 2 : digit
    sum += doubled > 9 ? doubled - 9 : doubled
  }
  return sum % 10 === 0
}

const MAIL = /[\p{L}\p{N}._%+-]+@[\p{L}\p{N}-]+(?:\.[\p{L}\p{N}-]+)+/gu
const LONG_NUMBER = /(?<![\p{L}\d])\+?\d(?:[ ./-]?\d){8,18}(?![\p{L}\d])/gu

/**
 * Replaces mail addresses, telephone and card numbers, so that answering, log and replay see the same harmless text.
 * Nine digits or more count as such a number; 13 to 19 that pass Luhn's check are called a card number.
 * @example maskPrivate('I am ann@mail.example') // 'I am [mail address]'
 */
export function maskPrivate(text: string): string {
  return text.replace(MAIL, '[mail address]').replace(LONG_NUMBER, (number) => {
    const digits = number.replace(/\D/g, '')
    return digits.length >= 13 && passesLuhn(digits) ? '[card number]' : '[phone number]'
  })
}

function passesLuhn(digits: string): boolean {
  let sum = 0
  for (let i = 0; i < digits.length; i++) {
    const digit = Number(digits[digits.length - 1 - i])
    const doubled = i % 2 === 1 ? digit * 2 : digit
    sum += doubled > 9 ? doubled - 9 : doubled
  }
  return sum % 10 === 0
}

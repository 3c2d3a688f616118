import type { PrimeVueLocaleOptions } from 'primevue/config'
import { locale, t } from './i18n.ts'

/** Words of PrimeVue's calendar, in the language that the app speaks. Weeks begin on Monday. */
export function primeLocale(): Partial<PrimeVueLocaleOptions> {
  const names = (options: Intl.DateTimeFormatOptions, n: number, at: (i: number) => number) => {
    const { format } = new Intl.DateTimeFormat(locale(), { ...options, timeZone: 'UTC' })
    return Array.from({ length: n }, (_, i) => format(at(i)))
  }
  const month = (i: number) => Date.UTC(2026, i, 1)
  // 4 January 1970 was a Sunday.
  const day = (i: number) => Date.UTC(1970, 0, 4 + i)
  return {
    firstDayOfWeek: 1,
    dayNames: names({ weekday: 'long' }, 7, day),
    dayNamesShort: names({ weekday: 'short' }, 7, day),
    dayNamesMin: names({ weekday: 'short' }, 7, day),
    monthNames: names({ month: 'long' }, 12, month),
    monthNamesShort: names({ month: 'short' }, 12, month),
    emptyFilterMessage: t('shell.primeLocale.nothingFound'),
    emptyMessage: t('shell.primeLocale.nothing'),
  }
}

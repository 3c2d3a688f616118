import { locale, t } from './i18n.ts'

/** How figures and times are written, everywhere the same. */
export function percent(share: number): string {
  return `${Math.round(share * 100)} %`
}

/** Two shares, one after the other; with tenths where whole per cent would hide that they differ. */
export function fromTo(before: number, after: number): string {
  const whole = percent(before) !== percent(after)
  const said = (share: number) => (whole ? percent(share) : `${decimal(share * 100)} %`)
  return said(before) === said(after) ? percent(before) : `${said(before)} → ${said(after)}`
}

/** How confident the assistant was, as a share. */
export function sure(confidence: number): string {
  return percent(confidence)
}

/** A figure with its decimals, "8.3". */
export function decimal(value: number, digits = 1): string {
  return value.toLocaleString(locale(), {
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  })
}

export function whole(count: number): string {
  return count.toLocaleString(locale())
}

export function day(iso: string): string {
  return new Date(iso).toLocaleDateString(locale(), {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
  })
}

export function moment(iso: string): string {
  return new Date(iso).toLocaleString(locale(), {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  })
}

export function clock(iso: string): string {
  return new Date(iso).toLocaleTimeString(locale(), { hour: '2-digit', minute: '2-digit' })
}

/** A span of time as one looks at it: "7:10", "2 h 05". */
export function span(seconds: number): string {
  const total = Math.max(0, Math.round(seconds))
  const [hours, minutes, rest] = [
    Math.floor(total / 3600),
    Math.floor((total % 3600) / 60),
    total % 60,
  ]
  if (hours >= 24) return `${Math.floor(hours / 24)} d ${hours % 24} h`
  return hours > 0
    ? `${hours} h ${String(minutes).padStart(2, '0')}`
    : `${minutes}:${String(rest).padStart(2, '0')}`
}

/** An amount in a team's currency, whole: "€210". @param currency its sign, as the lead wrote it */
export function money(amount: number, currency: string): string {
  const shown = whole(Math.round(amount))
  return locale().startsWith('de') ? `${shown} ${currency}` : `${currency}${shown}`
}

/** Names of the days of a week, from Monday on. */
export function weekdays(): string[] {
  const { format } = new Intl.DateTimeFormat(locale(), { weekday: 'long', timeZone: 'UTC' })
  // 5 January 1970 was a Monday.
  return Array.from({ length: 7 }, (_, day) => format(Date.UTC(1970, 0, 5 + day)))
}

/** How long ago something was: "12 seconds ago", "3 hours ago". */
export function ago(seconds: number): string {
  const [unit, size] = AGO.find(([, least]) => seconds >= least)!
  return new Intl.RelativeTimeFormat(locale(), { numeric: 'auto' }).format(
    -Math.floor(seconds / Math.max(1, size)),
    unit,
  )
}
const AGO = [
  ['day', 86_400],
  ['hour', 3_600],
  ['minute', 60],
  ['second', 1],
  ['second', 0],
] as const

/** "a, b and c". */
export function listed(words: readonly string[]): string {
  return new Intl.ListFormat(locale(), { type: 'conjunction' }).format(words)
}

/** "a, b or c". */
export function eitherOf(words: readonly string[]): string {
  return new Intl.ListFormat(locale(), { type: 'disjunction' }).format(words)
}

/** "3 articles", "1 article". @param unit a key of `locales/…/units.json` */
export function counted(unit: string, n: number): string {
  return t(unit, { n: whole(n) }, n)
}

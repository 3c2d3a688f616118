/** How figures and times are written, everywhere the same. */
export function percent(share: number): string {
  return `${Math.round(share * 100)} %`
}

/** Two shares, one after the other; with tenths where whole per cent would hide that they differ. */
export function fromTo(before: number, after: number): string {
  const whole = percent(before) !== percent(after)
  const said = (share: number) => (whole ? percent(share) : `${(share * 100).toFixed(1)} %`)
  return said(before) === said(after) ? percent(before) : `${said(before)} → ${said(after)}`
}

export function sure(confidence: number): string {
  return confidence.toFixed(2)
}

export function whole(count: number): string {
  return count.toLocaleString('en').replaceAll(',', '\u202f')
}

export function day(iso: string): string {
  return new Date(iso).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
  })
}

export function moment(iso: string): string {
  return new Date(iso).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  })
}

export function clock(iso: string): string {
  return new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
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

/** "3 articles", "1 article". */
export function count(n: number, one: string, many = `${one}s`): string {
  return `${whole(n)} ${n === 1 ? one : many}`
}

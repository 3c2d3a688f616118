const UNITS = ['B', 'kB', 'MB', 'GB', 'TB']

/** A size as people say it. @example fileSize(3_500_000) // '3.5 MB' */
export function fileSize(bytes: number): string {
  const power = Math.min(UNITS.length - 1, Math.floor(Math.log10(Math.max(1, bytes)) / 3))
  const value = bytes / 1000 ** power
  return `${value < 10 && power > 0 ? value.toFixed(1) : Math.round(value)} ${UNITS[power]}`
}

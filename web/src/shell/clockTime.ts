/**
 * A time of day as people type it: "9", "9:30", "0930", "17.30", "5 pm", "17 Uhr".
 * @returns as "09:30", or null where it is none
 */
export function clockTime(typed: string): string | null {
  const found =
    /^\s*(\d{1,2})(?:\s*[:.h]?\s*(\d{2}))?\s*(?:(am|a\.m\.|pm|p\.m\.)|uhr|h)?\s*$/i.exec(typed)
  if (!found) return null
  const half = found[3]?.toLowerCase().charAt(0)
  const said = Number(found[1])
  if (half && (said < 1 || said > 12)) return null
  const hours = half ? (said % 12) + (half === 'p' ? 12 : 0) : said
  const minutes = Number(found[2] ?? 0)
  if (hours > 23 || minutes > 59) return null
  return `${String(hours).padStart(2, '0')}:${String(minutes).padStart(2, '0')}`
}

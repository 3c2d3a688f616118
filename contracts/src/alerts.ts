/** How somebody wants to be told that they are needed. */
export interface AlertSettings {
  /** By the browser, also while the page is behind others. */
  browser: boolean
  sound: boolean
  /** When nobody of the queue is there, or it is late. */
  mail: boolean
  /** No sound, no notice and no mail between these hours, by the team's clock; null for none. */
  quiet: { from: string; to: string } | null
}
export const STARTER_ALERTS: AlertSettings = {
  browser: true,
  sound: false,
  mail: false,
  quiet: null,
}

/** Whether a time of day, as "HH:MM", lies in quiet hours; they may go over midnight. */
export function isQuiet({ quiet }: AlertSettings, time: string): boolean {
  if (!quiet) return false
  return quiet.from <= quiet.to
    ? time >= quiet.from && time < quiet.to
    : time >= quiet.from || time < quiet.to
}

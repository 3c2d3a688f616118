import { t } from '../shell/i18n.ts'

/** How often something happens, in its largest whole unit. @example interval(600) // '10 min' */
export function interval(seconds: number): string {
  if (seconds >= 3_600 && seconds % 3_600 === 0) return `${seconds / 3_600} h`
  if (seconds >= 60 && seconds % 60 === 0)
    return t('system.interval.min', { seconds: seconds / 60 })
  return `${seconds} s`
}

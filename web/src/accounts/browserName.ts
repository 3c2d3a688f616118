import { t } from '../shell/i18n.ts'

const BROWSERS: [RegExp, string][] = [
  [/edg\//i, 'Edge'],
  [/opr\//i, 'Opera'],
  [/firefox\//i, 'Firefox'],
  [/chrom(e|ium)\//i, 'Chrome'],
  [/safari\//i, 'Safari'],
]
const SYSTEMS: [RegExp, string][] = [
  [/android/i, 'Android'],
  [/iphone|ipad/i, 'iOS'],
  [/windows/i, 'Windows'],
  [/mac os/i, 'macOS'],
  [/linux/i, 'Linux'],
]

/** A browser and its system, as people call them. @example browserName('… Windows NT 10.0 … Firefox/140.0') // 'Firefox on Windows' */
export function browserName(agent: string): string {
  const nameIn = (names: [RegExp, string][]) => names.find(([sign]) => sign.test(agent))?.[1]
  const [browser, system] = [nameIn(BROWSERS), nameIn(SYSTEMS)]
  if (!browser) return t('accounts.browserName.unknownBrowser')
  return system ? t('accounts.browserName.on', { browser, system }) : browser
}

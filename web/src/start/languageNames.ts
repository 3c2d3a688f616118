import type { DoorLanguage } from '@janua/contracts'
import { t } from '../shell/i18n.ts'

/** The languages that content and doors come in. */
export const LANGUAGE_NAMES: Record<DoorLanguage, string> = {
  en: t('doors.door.english'),
  de: t('doors.door.german'),
}

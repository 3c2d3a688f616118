import type { DoorLanguage } from '@janua/contracts'
import { german } from './de.ts'
import { english } from './en.ts'
import type { Examples } from './examples.ts'

export const EXAMPLES: Record<DoorLanguage, Examples> = { en: english, de: german }

import type { Request } from 'express'
import { LANGUAGES } from '../language/phrases.ts'

/** The language of whoever asks, among those that there is a catalogue for; else English. */
export const readerLanguage = (req: Request): string => req.acceptsLanguages(...LANGUAGES) || 'en'

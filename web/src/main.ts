import { preferredLanguage, speak } from './shell/i18n.ts'

// The language comes first: texts stand in constants of what is loaded then.
await speak(preferredLanguage())
await import('./app.ts')

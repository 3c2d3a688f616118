import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { configurationPage } from '../server/src/platform/configuration.ts'

/** `npm run configuration`: tells all settings on a page of the docs. */
writeFileSync(join(import.meta.dirname, '../docs/configuration.md'), configurationPage())

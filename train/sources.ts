import { existsSync } from 'node:fs'
import { join } from 'node:path'

/** Where packages lie that only training needs; `npm run train` fetches them there. */
export const SOURCES = join(import.meta.dirname, 'node_modules')

/** @throws with what to do, when the package is not there */
export function sourcesOf(name: string): string {
  const folder = join(SOURCES, name)
  if (!existsSync(folder))
    throw new Error(`${name} is missing. Run "npm ci --prefix train --ignore-scripts" first.`)
  return folder
}

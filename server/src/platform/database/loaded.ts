export const LOADED = 'first_load'

/** What a database was filled with, when, and the last day of its history. */
export interface Loaded {
  seed: Wanted['seed']
  at: string
  today: string | null
  dated?: string
}

export interface Wanted {
  seed: 'demo' | 'empty'
  today: string | null
  /** Where files are kept; a temporary folder when not given. */
  files?: string
}

/** Articles that most support teams need, written generally, for a team to put its own facts into. */
export interface Examples {
  /** Where they stand in the library, so that they are known as examples. */
  collection: string
  articles: readonly { title: string; phrasings: readonly string[]; body: string }[]
}

export interface Paged<Row> {
  rows: Row[]
  total: number
}

/** What a refused request says: a stable code, and a sentence for people. */
export interface ProblemBody {
  code: string
  message: string
  detail?: unknown
}

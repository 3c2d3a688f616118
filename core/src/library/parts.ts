/** Why a part of a document does not count: by whom, and in words for the lead. */
export interface LeftOut {
  by: 'reader' | 'team'
  because: string
}

/** A section of a document as it was read; the unit that a lead leaves out or puts back. */
export interface Part {
  /** Empty when it goes on below the heading before it, as after a turn of the page. */
  heading: string
  /** 1 for the outermost headings. */
  level: number
  /** Page on which it begins, from 1. */
  page: number | null
  kind: 'text' | 'table' | 'question'
  /** Markdown. */
  body: string
  /** Questions that this part answers, in the words people use. */
  phrasings: string[]
  leftOut: LeftOut | null
}

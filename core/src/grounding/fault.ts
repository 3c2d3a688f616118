/** Why a sentence is not supported. */
export type Fault =
  | 'says nothing'
  | 'a word'
  | 'a number'
  | 'a bound'
  | 'the order'
  | 'put together'
  | 'a not'
  | 'an only'
  | 'an exception'
  | 'a condition'
  | 'how many'
  | 'a may or must'
  | 'yes or no'

/** Of each word of a sentence, its place in the source. */
export type Places = readonly number[]

export { attachedIn, attachedRankings, withAttached } from './attaching.ts'
export { SentenceEncoder } from './encoder.ts'
export {
  type EncodedText,
  type HeadName,
  headOf,
  Heads,
  HEADS,
  type NarrowHead,
  VECTOR_WIDTH,
} from './heads.ts'
export * from './meaning.ts'
export * from './meaningPart.ts'
export type * from './models.ts'
export { packVectors, RECORD_BYTES } from './packedVectors.ts'
export { SentenceMeaning, type Sentences } from './sentenceMeaning.ts'
export { DamagedModel, plainColumns, readTensors, tensorOf } from './tensors.ts'
export { textsOfItem } from './sourceArticle.ts'
export { unitsOf, unitsOfItem } from './units.ts'
export { WordVectors } from './wordVectors.ts'

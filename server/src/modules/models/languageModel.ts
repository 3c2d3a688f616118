/** Who says what to a language model. */
export interface ModelMessage {
  role: 'system' | 'user' | 'assistant'
  content: string
}

export interface CompleteSettings {
  /** The reply is at most so long. */
  maxTokens: number
  /** 0 for always the same reply, 1 for lively ones. */
  temperature?: number
  /** Where the reply ends. */
  stop?: readonly string[]
  /** A JSON schema that the reply has to follow. */
  schema?: { name: string; schema: object }
}

/** What a reply came to. */
export interface Completion {
  text: string
  tokens: { sent: number; received: number }
  /** Whether it ended before it was done, at `maxTokens`. */
  isCut: boolean
}

/** Goes on with a conversation. */
export interface LanguageModel {
  /** As the server knows it. */
  readonly model: string
  /**
   * @param onPiece is given each piece of the reply as it comes
   * @throws {ModelFault} when nothing whole came back
   */
  complete(
    messages: readonly ModelMessage[],
    settings: CompleteSettings,
    signal?: AbortSignal,
    onPiece?: (piece: string) => void,
  ): Promise<Completion>
}

/** What can be wrong with a language model; each is told otherwise, and some pass. */
export type ModelFaultKind =
  | 'unreachable'
  | 'late'
  | 'busy'
  | 'key'
  | 'no such model'
  | 'broken reply'
  | 'empty reply'
  | 'refused'
  | 'status'

/** A language model that gave nothing to be used, in plain words. */
export class ModelFault extends Error {
  constructor(
    readonly kind: ModelFaultKind,
    message: string,
  ) {
    super(message)
  }
}

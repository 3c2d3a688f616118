import { httpEncoder } from '../httpEncoder.ts'
import { onnxEncoder } from '../onnxEncoder.ts'
import { type Encoder, EncoderFault } from '../../answering/index.ts'

/** Where an encoder of the team's is: whoever runs the server says so. */
export type EncoderSource = (
  { kind: 'folder'; folder: string } | { kind: 'server'; url: string; model: string; key?: string }
) & {
  /** Of which organisations' questions it is learnt, two at least of each language; of all when not given. Fewer are faster and tell less. */
  learnFrom?: readonly string[]
}

/** An encoder that is open until it is closed. */
export type OpenEncoder = Encoder & { close?(): Promise<void> }

/** @throws {EncoderFault} when it cannot be used */
export async function openEncoder(source: EncoderSource): Promise<OpenEncoder> {
  return source.kind === 'folder' ? onnxEncoder(source.folder) : httpEncoder(source)
}

/** What went wrong, for people to read. */
export function faultOf(cause: unknown): string {
  return cause instanceof EncoderFault ? cause.message : (cause as Error).message
}

/** Where it is, without its key. */
export function placeOf(source: EncoderSource): { kind: 'folder' | 'server'; where: string } {
  return { kind: source.kind, where: source.kind === 'folder' ? source.folder : source.url }
}

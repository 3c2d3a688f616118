import type { EncodedText, Sentences } from '@janua/core/meaning'
import { type MessagePort, receiveMessageOnPort } from 'node:worker_threads'

/** What a thread asks of an encoder that runs elsewhere; `done` is set to 1 when the answer has been sent. */
export interface PortTask {
  id: string
  number: number
  texts: string[]
  done: Int32Array<SharedArrayBuffer>
}
interface PortAnswer {
  number: number
  vectors: EncodedText[] | null
}

const PATIENCE_MS = 30_000
const KEPT = 20_000

/** An encoder as a thread asks it: the thread has nothing else to do and waits for what it says. */
export class PortSentences implements Sentences {
  private readonly kept = new Map<string, EncodedText>()
  private number = 0

  constructor(
    readonly id: string,
    private readonly port: MessagePort,
  ) {}

  encodeAsked(texts: readonly string[]): EncodedText[] | null {
    const missing = texts.filter((text) => !this.kept.has(text))
    const vectors = missing.length === 0 ? [] : this.ask(missing)
    if (!vectors) return null
    missing.forEach((text, i) => this.kept.set(text, vectors[i]!))
    const all = texts.map((text) => this.kept.get(text)!)
    for (const text of this.kept.keys()) {
      if (this.kept.size <= KEPT) break
      this.kept.delete(text)
    }
    return all
  }

  private ask(texts: string[]): EncodedText[] | null {
    const number = ++this.number
    const done = new Int32Array(new SharedArrayBuffer(4))
    this.port.postMessage({ id: this.id, number, texts, done } satisfies PortTask)
    if (Atomics.wait(done, 0, 0, PATIENCE_MS) === 'timed-out') return null
    // What came too late for a question before is passed over.
    for (;;) {
      const answer = receiveMessageOnPort(this.port)?.message as PortAnswer | undefined
      if (!answer) return null
      if (answer.number === number) return answer.vectors
    }
  }
}

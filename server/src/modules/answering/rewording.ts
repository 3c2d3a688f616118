import {
  type Block,
  blocksText,
  type CitedPassage,
  escapeHtml,
  ground,
  guessLanguage,
  isGrounded,
  type Rewriting,
} from '@janua/core'
import type { Response } from './respond.ts'
import type { CompiledRelease, OpenDoor } from './engineHost.ts'
import type { RewriteOrder, Rewriter } from './rewriter.ts'

interface Dependencies {
  rewriter: Rewriter | null
  now?: () => number
}

interface Told {
  release: CompiledRelease
  door: OpenDoor
  language: 'en' | 'de'
  /** Is given the beginning of an answer while the rest is being written: whole sentences, each of which its source supports. */
  onSupported?: (text: string) => void
}

/** After so many failures in a row it is left alone for a while, so that no visitor waits in vain. */
const FAILURES = 3
const REST_MS = 30_000
/** A sentence has come to its end. */
const ENDED = /[.!?…][\p{Pe}\p{Pf}"']*$/u

/** Has answers worded by a rewriter where the door wants it, and shows only what their sources support. */
export class Rewording {
  private failures = 0
  private restsUntil = 0

  constructor(private readonly dependencies: Dependencies) {}

  /** The responses with their final words; with the rewriter down, as they were. */
  async worded(responses: readonly Response[], told: Told): Promise<Response[]> {
    // Of several answers at once none is shown before the others.
    const { onSupported: _onSupported, ...rest } = told
    const each = responses.length === 1 ? told : rest
    return Promise.all(responses.map((response) => this.word(response, each)))
  }

  private async word(response: Response, told: Told): Promise<Response> {
    const { door, release } = told
    const { rewriter } = this.dependencies
    const { data, question } = response
    if (!rewriter || !data || !question || !door.rules.rewriting.on || this.now() < this.restsUntil)
      return response
    const source = data.sources[0]
    if (
      data.outcome === 'answered' &&
      data.kind === 'passage' &&
      source &&
      data.blocks.every(isProse)
    ) {
      const doc = release.index.docAt(source.item, source.ordinal)
      return doc === undefined || !(await rewriter.isOn('passages'))
        ? response
        : this.fromPassage(response, told, {
            title: source.title,
            passage: release.index.passage(doc).passage,
          })
    }
    const isSilent = data.outcome === 'unanswered' || data.outcome === 'suggested'
    return isSilent && door.rules.rewriting.elsewhere && (await rewriter.isOn('elsewhere'))
      ? this.fromElsewhere(response, told)
      : response
  }

  private async fromPassage(
    response: Response,
    told: Told,
    cited: CitedPassage,
  ): Promise<Response> {
    const { blocks } = response.data!
    const text = blocksText(blocks)
    // The source's language, whatever the visitor's window speaks.
    const language = guessLanguage(text, told.release.index.language)
    const asked = await this.ask(
      response,
      told,
      [{ title: cited.title, path: cited.passage.path, text }],
      told.onSupported &&
        supportedOnly(told.onSupported, (said) => ground(said, [cited], language)),
    )
    if ('reason' in asked) return traced(response, { came: 'failed', reason: asked.reason })
    const checked = ground(asked.text, [cited], language)
    const { milliseconds, tokens } = asked
    if (!ENDED.test(asked.text))
      return traced(response, { came: 'failed', reason: 'its reply ended in the middle' })
    const refused = checked.find(({ fault }) => fault !== undefined)
    if (!isGrounded(checked))
      return traced(response, {
        came: 'refused',
        milliseconds,
        tokens,
        sentence: refused?.text ?? '',
        fault: refused?.fault ?? 'says nothing',
      })
    const worded = paragraphs(asked.text)
    return {
      ...traced(response, { came: 'used', milliseconds, tokens }),
      text: asked.text,
      data: { ...response.data!, blocks: worded, reworded: true },
    }
  }

  private async fromElsewhere(response: Response, told: Told): Promise<Response> {
    const asked = await this.ask(response, told, [])
    if ('reason' in asked) return traced(response, { came: 'failed', reason: asked.reason })
    const { text, milliseconds, tokens } = asked
    const { data, question, ...rest } = traced(response, {
      came: 'from elsewhere',
      milliseconds,
      tokens,
    })
    return {
      ...rest,
      text,
      data: {
        ...data!,
        outcome: 'answered',
        kind: 'elsewhere',
        blocks: paragraphs(text),
        sources: [],
      },
      question: {
        ...question!,
        outcome: 'answered',
        kind: 'elsewhere',
        itemId: null,
        revisionId: null,
        ordinal: null,
        unsettled: true,
      },
    }
  }

  private async ask(
    { question }: Response,
    { door, language }: Told,
    passages: RewriteOrder['passages'],
    onText?: (text: string) => void,
  ): Promise<{ text: string; tokens: number; milliseconds: number } | { reason: string }> {
    const { length, rewriting } = door.rules
    const began = performance.now()
    try {
      const { text, tokens } = await this.dependencies.rewriter!.rewrite(
        { question: question!.text, language, tone: rewriting.tone, length, passages },
        onText,
      )
      this.failures = 0
      return { text, tokens, milliseconds: Math.round(performance.now() - began) }
    } catch (cause) {
      if (++this.failures >= FAILURES) {
        this.failures = 0
        this.restsUntil = this.now() + REST_MS
      }
      const reason = cause instanceof Error ? cause.message : String(cause)
      return { reason: reason.slice(0, 200) }
    }
  }

  private now(): number {
    return this.dependencies.now?.() ?? Date.now()
  }
}

/** Passes on what has come up to its last whole sentence, each time there is more, until a sentence is not supported. */
function supportedOnly(
  show: (text: string) => void,
  check: (said: string) => ReturnType<typeof ground>,
): (text: string) => void {
  let shown = 0
  let isOver = false
  return (text) => {
    if (isOver) return
    const whole = text.slice(0, lastEnd(text))
    if (whole.length <= shown) return
    isOver = !isGrounded(check(whole))
    shown = whole.length
    if (!isOver) show(whole)
  }
}

/** Where the last sentence ends that something follows: whether a stop at the very end is one is not known yet. */
function lastEnd(text: string): number {
  let end = 0
  for (const match of text.matchAll(/[.!?…][\p{Pe}\p{Pf}"']*(?=\s)/gu))
    end = match.index + match[0].length
  return end
}

/** Steps, tables and code are shown as they stand: rewording them loses their form. */
function isProse(block: Block): boolean {
  return block.type === 'paragraph' || (block.type === 'list' && !block.ordered)
}

function paragraphs(text: string): Block[] {
  return text
    .split(/\n+/)
    .filter((line) => line.trim() !== '')
    .map((line): Block => ({ type: 'paragraph', content: { text: line, html: escapeHtml(line) } }))
}

function traced(response: Response, rewriting: Rewriting): Response {
  return {
    ...response,
    question: { ...response.question!, trace: { ...response.question!.trace, rewriting } },
  }
}

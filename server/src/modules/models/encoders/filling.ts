import type { ContentItem } from '@janua/core'
import { type AttachedRankings, textsOfItem } from '@janua/core/meaning'
import type { AttachedEncoders, ContentPin } from '../../answering/index.ts'

interface Dependencies {
  attached: AttachedEncoders
  read(pins: readonly ContentPin[]): Promise<ContentItem[]>
  /** Is called when everything has vectors and some are new. */
  onFilled(): void
}

/** So many articles are held at a time. */
const PAGE = 200
/** So many texts go to the encoder at once. */
const AT_ONCE = 64
/** How long the pace is remembered by which the rest is estimated, in texts. */
const PACE_OF = 2_000

/**
 * Has everything encoded that the draft says, in the background. Each text is stored as soon as it has been encoded: after a pause or a restart
 * it goes on where it stood. Only some articles are held at a time, however large the library is.
 */
export class Filling {
  /** Articles that have all of their vectors, and how many there are. */
  done = 0
  of = 0
  private running: Promise<void> | undefined
  private stopped = false
  /** Milliseconds that an article took lately. */
  private pace = 0

  constructor(private readonly dependencies: Dependencies) {}

  get isRunning(): boolean {
    return this.running !== undefined
  }

  /** Estimated by how long the last articles took; null while nobody knows. */
  get secondsLeft(): number | null {
    return this.isRunning && this.pace > 0
      ? Math.ceil(((this.of - this.done) * this.pace) / 1_000)
      : null
  }

  /** Has everything encoded of some content that was not yet. @throws when the encoder fails */
  fill(encoder: AttachedRankings, content: readonly ContentPin[]): Promise<void> {
    this.stopped = false
    this.running ??= this.run(encoder, content).finally(() => (this.running = undefined))
    return this.running
  }

  /** Ends after the texts that are being encoded. */
  async stop(): Promise<void> {
    this.stopped = true
    await this.running?.catch(() => undefined)
  }

  private async run(
    { id, rankings }: AttachedRankings,
    content: readonly ContentPin[],
  ): Promise<void> {
    const { attached } = this.dependencies
    let isNew = false
    this.done = 0
    this.of = content.length
    for (let page = 0; page < content.length; page += PAGE) {
      const items = await this.dependencies.read(content.slice(page, page + PAGE))
      const texts = items.flatMap((item) => {
        const { language, texts } = textsOfItem(item)
        return rankings[language] ? texts : []
      })
      const missing = await attached.missing(id, [...new Set(texts)])
      const began = performance.now()
      for (let from = 0; from < missing.length; from += AT_ONCE) {
        if (this.stopped) return
        await attached.encode(id, missing.slice(from, from + AT_ONCE))
        isNew = true
      }
      this.keepPace((performance.now() - began) / Math.max(1, items.length), missing.length)
      this.done += items.length
      if (this.stopped) return
    }
    if (isNew) this.dependencies.onFilled()
  }

  private keepPace(milliseconds: number, texts: number): void {
    if (texts === 0) return
    const share = this.pace === 0 ? 1 : Math.min(1, texts / PACE_OF)
    this.pace += share * (milliseconds - this.pace)
  }
}

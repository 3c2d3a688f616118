import type { ContentItem } from '@janua/core'
import type { AttachedRankings } from '@janua/core/meaning'
import { expect } from 'chai'
import type { AttachedEncoders } from '../../answering/attachedEncoder.ts'
import type { ContentPin } from '../../answering/indices.ts'
import { Filling } from './filling.ts'

const ARTICLES = 1_500
const ENCODER = { id: 'made up', rankings: { en: {} } } as unknown as AttachedRankings

/** A store that outlives whoever fills it. */
class MadeUpEncoder {
  readonly stored = new Set<string>()
  encoded = 0
  mostHeld = 0
  failsAt = Infinity
  onBatch?: () => void

  missing(_: string, texts: readonly string[]): Promise<string[]> {
    return Promise.resolve(texts.filter((text) => !this.stored.has(text)))
  }
  async encode(_: string, texts: readonly string[]): Promise<Uint8Array[]> {
    // As in life, other work goes on meanwhile.
    await new Promise((done) => setImmediate(done))
    if (this.encoded >= this.failsAt) throw new Error('Nothing answers.')
    this.encoded += texts.length
    for (const text of texts) this.stored.add(text)
    this.onBatch?.()
    return []
  }
  read(pins: readonly ContentPin[]): Promise<ContentItem[]> {
    this.mostHeld = Math.max(this.mostHeld, pins.length)
    return Promise.resolve(
      pins.map(
        ({ item: id }) =>
          ({
            id,
            kind: 'article',
            title: `Article number ${id}`,
            body: `This is what article ${id} says of the harbour.\n\nAnd of the weather, ${id} times.\n`,
            phrasings: [],
          }) as unknown as ContentItem,
      ),
    )
  }
}

describe('having everything read', () => {
  const content = Array.from({ length: ARTICLES }, (_, i): ContentPin => ({
    item: i + 1,
    revision: i + 1,
    kind: 'article',
  }))
  let filled = 0
  const fillingOf = (encoder: MadeUpEncoder) =>
    new Filling({
      attached: encoder as unknown as AttachedEncoders,
      read: (pins) => encoder.read(pins),
      onFilled: () => filled++,
    })

  it('goes on after a restart where it stood, and reads nothing twice', async () => {
    const encoder = new MadeUpEncoder()
    const before = fillingOf(encoder)
    encoder.onBatch = () => encoder.encoded > 2_000 && void before.stop()
    await before.fill(ENCODER, content)
    const { encoded } = encoder
    expect(encoded).to.be.within(2_000, 2_200)
    expect(before.done).to.be.within(300, ARTICLES - 300)
    expect(filled).to.equal(0)
    encoder.onBatch = undefined
    const after = fillingOf(encoder)
    await after.fill(ENCODER, content)
    expect(after.done).to.equal(ARTICLES)
    expect(encoder.encoded).to.equal(encoder.stored.size)
    expect(encoder.stored.size).to.be.greaterThan(3 * ARTICLES)
    expect(filled).to.equal(1)
  })
  it('holds some articles at a time, however many there are', async () => {
    const encoder = new MadeUpEncoder()
    await fillingOf(encoder).fill(ENCODER, content)
    expect(encoder.mostHeld).to.equal(200)
  })
  it('estimates what is left while it runs', async () => {
    const encoder = new MadeUpEncoder()
    const filling = fillingOf(encoder)
    const seen: (number | null)[] = []
    encoder.onBatch = () => seen.push(filling.secondsLeft)
    await filling.fill(ENCODER, content)
    expect(seen[0]).to.equal(null)
    expect(seen.at(-1)).to.be.a('number')
    expect(filling.secondsLeft).to.equal(null)
  })
  it('keeps what was read when the encoder breaks off, and says why', async () => {
    const encoder = new MadeUpEncoder()
    encoder.failsAt = 1_000
    const filling = fillingOf(encoder)
    const fault = await filling.fill(ENCODER, content).catch((cause: Error) => cause.message)
    expect(fault).to.equal('Nothing answers.')
    expect(filling.isRunning).to.equal(false)
    expect(encoder.stored.size).to.be.greaterThan(900)
  })
})

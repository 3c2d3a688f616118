import { expect } from 'chai'
import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { makeTinyEncoder } from '../../../../train/tinyEncoder.ts'
import { EncoderFault } from '../answering/encoder.ts'
import { onnxEncoder, type ThreadedEncoder } from './onnxEncoder.ts'

describe('an encoder in a folder', function () {
  this.timeout(60_000)
  const home = mkdtempSync(join(tmpdir(), 'janua-encoders-'))
  const tiny = join(home, 'tiny')
  let encoder: ThreadedEncoder
  before(async () => {
    makeTinyEncoder(tiny)
    encoder = await onnxEncoder(tiny)
  })
  after(async () => {
    await encoder.close()
    rmSync(home, { recursive: true, force: true })
  })
  /** A copy of the tiny one, with a file that is changed or gone. */
  const changed = (name: string, file: string, content: string | null): string => {
    const folder = join(home, name)
    cpSync(tiny, folder, { recursive: true })
    if (content === null) rmSync(join(folder, file))
    else writeFileSync(join(folder, file), content)
    return folder
  }
  const refusal = async (folder: string): Promise<string> => {
    try {
      await (await onnxEncoder(folder)).close()
    } catch (cause) {
      expect(cause).to.be.instanceOf(EncoderFault)
      return (cause as Error).message
    }
    throw new Error('it was accepted')
  }
  const cosine = (a: Float32Array, b: Float32Array) =>
    a.reduce((sum, value, i) => sum + value * b[i]!, 0)

  it('gives vectors of length 1, near where words mean alike', async () => {
    const texts = ['money for the house', 'pay the price of the home', 'music and water', '']
    const [money, price, music, nothing] = await encoder.embed(texts, 'passage')
    expect(cosine(money!, money!)).to.be.closeTo(1, 1e-5)
    expect(cosine(money!, price!)).to.be.greaterThan(cosine(money!, music!))
    expect(cosine(nothing!, nothing!)).to.be.closeTo(1, 1e-5)
    expect(encoder).to.deep.include({ dimensions: 40, languages: ['en'], maxTokens: 64 })
  })
  it('gives the same for a text alone and among longer ones', async () => {
    const [alone] = await encoder.embed(['the boat'], 'question')
    const among = await encoder.embed(
      ['the boat', ...Array.from({ length: 20 }, (_, i) => 'the sea '.repeat(i + 1))],
      'question',
    )
    expect(cosine(alone!, among[0]!)).to.be.closeTo(1, 1e-5)
    expect(among).to.have.length(21)
  })
  it('cuts what is too long', async () => {
    const [cut] = await encoder.embed(['sea '.repeat(5_000)], 'passage')
    expect(cosine(cut!, cut!)).to.be.closeTo(1, 1e-5)
  })
  it('has an id that changes with its files and settings', async () => {
    const folder = changed(
      'first-token',
      'encoder.json',
      JSON.stringify({ name: 'tiny', pooling: 'cls', prefixes: { question: 'sea ' } }),
    )
    const other = await onnxEncoder(folder)
    expect(other.id)
      .to.match(/^tiny [0-9a-f]{12}$/)
      .and.not.equal(encoder.id)
    const [asked] = await other.embed(['water'], 'question')
    const [sea] = await other.embed(['sea'], 'passage')
    expect(cosine(asked!, sea!)).to.be.closeTo(1, 1e-5)
    await other.close()
  })
  for (const [file, content, says] of [
    ['tokenizer.json', null, 'There is no “tokenizer.json”'],
    ['model.onnx', null, 'There is no “model.onnx”'],
    ['config.json', null, 'There is no “config.json”'],
    ['model.onnx', 'no model', '“model.onnx” cannot be read'],
    ['tokenizer.json', '{"model":', '“tokenizer.json” is no JSON'],
    ['tokenizer.json', '{}', '“tokenizer.json” cannot be read'],
    ['encoder.json', '{"pooling":"best"}', '“encoder.json” cannot be used'],
  ] as const)
    it(`is refused in plain words: ${says}`, async () =>
      expect(await refusal(changed(`${file}-${content?.length}`, file, content))).to.include(says))
  it('that is closed gives nothing more', async () => {
    const other = await onnxEncoder(tiny)
    await other.close()
    let message = ''
    await other.embed(['sea'], 'passage').catch((cause: Error) => (message = cause.message))
    expect(message).to.equal('Its thread has ended.')
  })
})

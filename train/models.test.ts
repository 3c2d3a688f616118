import { MeaningIndex, pooledArticle } from '@janua/core/meaning'
import { expect } from 'chai'
import {
  copyFileSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { naturalDomain } from '../bench/content/natural.ts'
import { MODELS, readMeaningModels } from '../server/src/answering/meaningModels.ts'
import { KERNEL_FILE, kernelSource } from './makeKernel.ts'
import { manifest } from './manifest.ts'

describe('the shipped models', () => {
  it('are the ones that “npm run train” made of the natural questions as they are', () =>
    expect(JSON.parse(readFileSync(join(MODELS, 'manifest.json'), 'utf8'))).to.eql(manifest()))
  it('multiply by the kernel that its source compiles to', async () =>
    expect(await kernelSource()).to.equal(readFileSync(KERNEL_FILE, 'utf8'))).timeout(30_000)
  it('take at most 15 MB', () => {
    const bytes = readdirSync(MODELS).reduce(
      (sum, name) => sum + readFileSync(join(MODELS, name)).length,
      0,
    )
    expect(bytes / 2 ** 20).to.be.lessThan(15)
  })
  it('say what is wrong with a file that was changed', () => {
    const folder = mkdtempSync(join(tmpdir(), 'janua-models-'))
    for (const name of readdirSync(MODELS)) copyFileSync(join(MODELS, name), join(folder, name))
    const file = join(folder, 'encoder-en.bin')
    writeFileSync(file, readFileSync(file).subarray(0, 5_000_000))
    expect(() => readMeaningModels('en', folder)).to.throw('it was cut short or changed')
    rmSync(folder, { recursive: true })
  })
})

/** Not a measurement: these domains were trained on. It holds that the app reads as training did. */
describe('a library read with the shipped models', function () {
  this.timeout(120_000)
  for (const [name, least] of [
    ['theatre', 0.6],
    ['stadtwerke', 0.5],
  ] as const)
    it(`finds the right article of ${name} first for most questions in people’s own words`, async () => {
      const { items, questions, language } = await naturalDomain(name)
      const models = readMeaningModels(language)
      const few = items.slice(0, 12)
      const index = new MeaningIndex(
        few,
        models,
        models.encoding && few.map((item) => pooledArticle(item, models.encoding!.encoder)),
      )
      const asked = questions.filter(
        ({ settledBy, before }) => before.length === 0 && few.some(({ id }) => settledBy.has(id)),
      )
      const right = asked.filter(({ text, settledBy }) =>
        settledBy.has(few[index.ask(text).articles[0]!.article]!.id),
      )
      expect(right.length / asked.length).to.be.greaterThan(least)
      const { sure } = index.ask('quantum helicopter lessons for parrots')
      expect(sure).to.be.within(0, 0.3)
    })
  it('gives the same twice, and nothing for an empty library', () => {
    const models = readMeaningModels('de')
    expect(new MeaningIndex([], models).ask('Wo ist es?').articles).to.eql([])
    const item = { kind: 'article' as const, title: 'Zähler', body: 'Der Zähler steht im Keller.' }
    const index = new MeaningIndex([item], models)
    expect(index.ask('Wo ist mein Zähler?')).to.eql(index.ask('Wo ist mein Zähler?'))
    for (const text of ['', '😀', '\u0000', 'a'.repeat(2_000)]) index.ask(text)
  })
})

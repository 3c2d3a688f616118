import {
  answerQuestion,
  blocksOf,
  changeIndex,
  type ContentItem,
  indexRelease,
  openIndex,
  type ReleaseIndex,
} from '@janua/core'
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
import { naturalDomain } from '../server/src/modules/models/natural.ts'
import { MODELS, readMeaningModels } from '../server/src/modules/answering/meaningModels.ts'
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
    const { models, faults } = readMeaningModels(folder)
    expect(faults.join()).to.contain('it was cut short or changed')
    expect(models.en).to.not.have.property('sentences')
    expect(models.en).to.have.property('vectors')
    rmSync(folder, { recursive: true })
  })
})

/** Not a measurement: these domains were trained on. It holds that the app reads as training did. */
describe('a library read with the shipped models', function () {
  this.timeout(120_000)
  const { models } = readMeaningModels()
  for (const [name, least] of [
    ['theatre', 0.5],
    ['stadtwerke', 0.5],
  ] as const)
    it(`finds the right article of ${name} first for most questions in people’s own words`, async () => {
      const { items, questions, language } = await naturalDomain(name)
      const few = items.slice(0, 12)
      const index = indexRelease(few, { language, models })
      const firstOf = (text: string) =>
        answerQuestion(index, text, { threshold: 0.5 }).trace.candidates[0]!
      const asked = questions.filter(
        ({ settledBy, before }) => before.length === 0 && few.some(({ id }) => settledBy.has(id)),
      )
      const right = asked.filter(({ text, settledBy }) => settledBy.has(firstOf(text).item))
      expect(right.length / asked.length).to.be.greaterThan(least)
      expect(firstOf('quantum helicopter lessons for parrots').confidence).to.be.within(0, 0.3)
    })
})

describe('an index that understands', function () {
  this.timeout(120_000)
  const { models } = readMeaningModels()
  const article = (
    id: number,
    title: string,
    body: string,
    phrasings: string[] = [],
  ): ContentItem => ({
    id,
    revision: id,
    kind: 'article',
    title,
    phrasings,
    collection: 'Help',
    body,
  })
  const items = [
    article(
      1,
      'Refunds',
      'We give your money back within 14 days. Send the item with its receipt.',
    ),
    article(2, 'Opening hours', 'The shop is open from nine to five on weekdays.'),
    article(3, 'Parking', 'Cars can be left behind the building for free.', [
      'where do I put the car',
    ]),
    article(4, 'Zählerstand melden', 'Melden Sie den Stand Ihres Stromzählers bis zum Monatsende.'),
  ]
  const settings = { models }
  const questions = [
    'can i have my cash returned',
    'when do you close',
    'somewhere to leave the vehicle?',
    'Wo gebe ich den Strom Zähler an?',
    '',
    '😀',
    'a'.repeat(2_000),
  ]
  const said = (index: ReleaseIndex, asked = questions) =>
    asked.map((question) =>
      answerQuestion(index, question, { threshold: 0.4 }).trace.candidates.map(
        ({ item, confidence }) => [item, confidence],
      ),
    )
  const whole = indexRelease(items, settings)

  it('finds what is asked in other words', () =>
    expect(
      said(whole)
        .slice(0, 4)
        .map(([first]) => first?.[0]),
    ).to.eql([1, 2, 3, 4]))
  it('is sure of what was taught in the very words, however near other articles come', () => {
    const wording = 'when may the money be fetched'
    const [before] = said(whole, [wording])[0]!
    const taught = changeIndex(whole, { put: [{ ...items[1]!, phrasings: [wording] }] })
    const [after] = said(taught, [wording])[0]!
    expect(after).to.eql([2, 0.95])
    expect(before).to.not.eql(after)
  })
  it('is sure of it to a degree between 0 and 1', () => {
    for (const rungs of said(whole)) for (const [, sure] of rungs) expect(sure).to.be.within(0, 1)
  })
  it('says the same in whatever order its articles came', () =>
    expect(said(indexRelease(items.toReversed(), settings))).to.eql(said(whole)))
  it('says the same when an article was added and taken out again', () => {
    const more = changeIndex(whole, {
      put: [article(9, 'Gift cards', 'A gift card is money to spend.')],
    })
    expect(said(more)).to.not.eql(said(whole))
    expect(said(changeIndex(more, { remove: [9] }))).to.eql(said(whole))
  })
  it('says the same when an article was changed and changed back', () => {
    const changed = changeIndex(whole, { put: [article(2, 'Hours', 'Closed in winter.')] })
    expect(said(changeIndex(changed, { put: [items[1]!] }))).to.eql(said(whole))
  })
  it('says the same as another thread that opens its memory', () =>
    expect(said(openIndex(structuredClone(blocksOf(whole)), models))).to.eql(said(whole)))
  it('goes by words alone while vectors are missing, and says so', () => {
    const words = indexRelease(items, settings, { vectors: () => undefined })
    expect(said(words)[0]).to.not.eql(said(whole)[0])
    expect(words.meaning!.ask({ text: 'refund', language: 'en', byWords: [] }).encodedBy).to.equal(
      undefined,
    )
  })
  it('answers from a library of one article, and of sixty that are nearly the same', () => {
    const one = indexRelease(items.slice(0, 1), settings)
    expect(said(one)[0]![0]![0]).to.equal(1)
    const copies = indexRelease(
      Array.from({ length: 60 }, (_, i) => article(i + 1, `Refunds ${i}`, items[0]!.body)),
      { models },
      { vectors: () => undefined },
    )
    for (const rungs of said(copies)) for (const [, sure] of rungs) expect(sure).to.be.within(0, 1)
  })
  it('gives nothing for an empty library', () =>
    expect(said(indexRelease([], settings)).flat()).to.eql([]))
})

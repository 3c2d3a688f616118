import { expect } from 'chai'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Browser, test } from './support/browser.ts'
import { pictureFailures } from './support/failures.ts'
import { demoApp } from './support/testApp.ts'
import { asks, signedIn, visitorAt } from './support/people.ts'

/** A replay asks thousands of questions again: on a slow machine that takes its time. */
const REPLAY_MS = 180_000

/** The lead on a Monday: from the week's sentence to a gap that is fixed, and seen live. */
describe('a Monday morning', () => {
  let app: Awaited<ReturnType<typeof demoApp>>
  let lead: Browser
  before(async function () {
    this.timeout(900_000)
    app = await demoApp()
    lead = await signedIn(app.url, 'ines')
  })
  afterEach(function () {
    return pictureFailures(this.currentTest, { lead })
  })
  after(async () => {
    await lead?.close()
    await app?.stop()
  })

  it('opens on today: the week in one sentence, and the three gaps most worth fixing', async () => {
    expect(await (await lead.sees('sentence')).getText()).to.match(
      /^Visitors asked [\d,]+ questions last week\. Janua answered \d+ % ± \d+ of them correctly\.$/,
    )
    expect(await lead.all('gap')).to.have.length(3)
    await lead.sees('outcomes', 'unanswered')
  })
  it('a gap shows its own words, why the nearest was not enough, and what agents replied', async () => {
    await lead.presses('all-gaps')
    await lead.sees('gaps-head', 'open gaps')
    await lead.types('search', 'drone')
    await lead.driver.wait(
      async () => (await lead.all('gap')).length < 8,
      10_000,
      'the search did not narrow the gaps',
    )
    await opens('Drone')
    await lead.sees('gap-title', 'rone')
    await lead.sees('wordings', 'unanswered')
    await lead.sees('nearest')
    await lead.sees('agent-reply', 'Drones may not be flown')
  })
  it('an article made of an agent’s reply goes into the draft, with its effect on the topic at once', async () => {
    await lead.presses('take-reply')
    await lead.presses('fix')
    await lead.sees('gap-fix', 'In the draft')
    const effect = /(\d+) → (\d+) of (\d+)/.exec(await (await lead.sees('effect')).getText())!
    expect(Number(effect[2])).to.be.greaterThan(Number(effect[1]))
    await lead.sees('wordings', 'answered')
  })
  it('what it gains over everything that was asked is worked out by a replay', async function () {
    this.timeout(REPLAY_MS + 20_000)
    await lead.presses('work-out')
    expect(await (await lead.sees('gain', undefined, REPLAY_MS)).getText()).to.match(
      /harm elsewhere: \d+\.\d correct answers a week/,
    )
  })
  it('published, it is fixed by what Janua asks again, and visitors have it', async () => {
    await lead.presses('to-publish')
    await lead.types('note', 'Drones')
    await lead.presses('publish')
    await lead.sees('published', 'Release 7 is live')
    const visitor = await visitorAt(`${app.url}/demo/help`)
    try {
      await asks(visitor, 'can i bring my drone')
      expect((await visitor.all('answer')).at(-1)).to.include('Drones may not be flown')
    } finally {
      await visitor.close()
    }
    await lead.goes(`${app.url}/gaps?state=fixed`)
    await opens('Drone')
    await lead.sees('gap-fix', 'Fixed')
    await lead.sees('standing', 'correct')
  })
  it('questions are reviewed one after another by keyboard, and taken back', async () => {
    await lead.goes(`${app.url}/questions?outcome=answered&reviewed=none`)
    await lead.sees('log-row')
    const marked = async () => (await lead.element({ css: '[data-marked="true"]' })).getText()
    const first = await marked()
    await lead.driver.actions().sendKeys('w').perform()
    await lead.driver.wait(
      async () => (await marked()) !== first,
      10_000,
      'the next question was not marked',
    )
    await lead.sees('log-row', 'Wrong')
    await lead.driver.actions().sendKeys('u').perform()
    await lead.driver.wait(
      async () => (await lead.all('log-row')).every((text) => !text.includes('Wrong')),
      10_000,
      'the review was not taken back',
    )
  })
  it('the audit sample is reviewed by keyboard', async () => {
    await lead.goes(`${app.url}/audit-sample`)
    await lead.sees('audit-one', '1 of 30')
    await lead.driver.actions().sendKeys('r').perform()
    await lead.sees('audit-one', '2 of 30')
  })
  it('coverage opens the questions behind a square of the heatmap, and by hour as well', async () => {
    await lead.goes(`${app.url}/coverage`)
    await lead.sees('funnel', 'resolved')
    await lead.driver.wait(
      async () =>
        (await lead.driver.findElements({ css: '[data-test="coverage-trend"] svg path' })).length >
        5,
      10_000,
      'the chart was not drawn',
    )
    await (await (await lead.sees('heatmap')).findElement({ css: 'td button' })).click()
    await lead.sees('log-head', 'question')
    expect(await lead.driver.getCurrentUrl()).to.include('topic=')
  })
  it('a log from elsewhere comes in, with what was left out told by row', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'janua-log-')), 'old.csv')
    writeFileSync(
      file,
      'text,time\nmay I bring a parrot,2026-11-03 10:00\ncall me on 0171 234567890 about a refund,2026-11-03 11:00\nno time at all,\n',
    )
    await lead.goes(`${app.url}/questions/imports`)
    await (await lead.element(test('log-file'))).sendKeys(file)
    await lead.sees(
      'log-import',
      '2 questions from 3 rows; private data was masked in 1 row; 1 row skipped',
    )
  })

  async function opens(label: string): Promise<void> {
    await (await (await lead.sees('gap', label)).findElement({ css: 'a' })).click()
  }
})

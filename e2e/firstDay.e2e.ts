import { expect } from 'chai'
import { type ChildProcess, spawn } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Browser, openBrowser, test } from './support/browser.ts'
import { asks, intoFrame } from './support/people.ts'

const ROOT = join(import.meta.dirname, '..')
/** What a small team has at hand: three articles as files. */
const ARTICLES = {
  'dogs.md':
    '# Dogs on the boat\n\nDogs travel free of charge. Keep your dog on a lead on deck; in the lounge dogs are not allowed.\n',
  'cancelling.md':
    '# Cancelling a booking\n\nYou can cancel up to 24 hours before departure and get the whole fare back. Later, half of the fare is returned.\n',
  'bicycles.md':
    '# Taking a bicycle\n\nA bicycle costs 6 euros for each crossing. Reserve its place when you book, as there are only 20 places on each boat.\n',
}

/** From the set-up link of an empty install to the first answer on a page of the team's own, as a lead would go. */
describe('the first day', () => {
  const folder = mkdtempSync(join(tmpdir(), 'janua-first-day-'))
  let janua: ChildProcess
  let link: string
  let page: Server
  let site: string
  let lead: Browser
  let visitor: Browser | undefined
  let tag = ''

  before(async () => {
    const content = join(folder, 'content')
    mkdirSync(content)
    for (const [name, text] of Object.entries(ARTICLES)) writeFileSync(join(content, name), text)
    janua = spawn(
      process.execPath,
      ['scripts/start.mjs', '--empty', '--port', '0', '--data', join(folder, 'data')],
      { cwd: ROOT, stdio: ['ignore', 'pipe', 'inherit'] },
    )
    let said = ''
    janua.stdout!.on('data', (bytes: Buffer) => (said += bytes.toString()))
    link = await new Promise<string>((done, failed) => {
      janua.once('exit', () => failed(new Error(said)))
      const look = setInterval(() => {
        const found = /http\S+\/link\/[0-9a-f]{64}/.exec(said)?.[0]
        if (!found) return
        clearInterval(look)
        done(found)
      }, 100)
    })
    page = createServer((_req, res) => {
      res.setHeader('content-type', 'text/html; charset=utf-8')
      res.end(`<!doctype html><html lang="en"><title>Osk</title><h1>Our page</h1>${tag}</html>`)
    })
    await new Promise<void>((done) => page.listen(0, '127.0.0.1', done))
    site = `http://127.0.0.1:${(page.address() as AddressInfo).port}`
    lead = await openBrowser()
  })
  after(async () => {
    await lead?.close()
    await visitor?.close()
    page?.close()
    const ended = new Promise((done) => janua.once('exit', done))
    janua.kill('SIGTERM')
    await ended
    rmSync(folder, { recursive: true, force: true })
  })

  let begun = 0

  it('begins with the set-up link and the team’s name', async () => {
    begun = performance.now()
    await lead.goes(link)
    await lead.types('name', 'Ines Kvist')
    await lead.types('mail', 'ines@osk.example')
    await lead.types('password', 'lantern-at-the-quay')
    await lead.presses('use-link')
    await lead.sees('start-done', '0 of 5')
    await lead.types('team-name', 'Osk & Fenn Boats')
    await lead.presses('team-save')
    await lead.sees('start-done', '1 of 5')
  })
  it('takes files and pasted answers in', async function () {
    this.timeout(180_000)
    const files = await lead.element(test('files'))
    await files.sendKeys(
      Object.keys(ARTICLES)
        .map((name) => join(folder, 'content', name))
        .join('\n'),
    )
    // What reads files is loaded for the first time, from a disk that may be slow.
    await lead.sees('so-far', '3 articles', 90_000)
    await lead.presses('content-way')
    const [, pasting] = await lead.driver.findElements({
      css: '[data-test="content-way"] button',
    })
    await pasting!.click()
    await lead.types('pasted', 'Where do I park my car?\nNext to the quay, at 4 euros a day.')
    await lead.presses('add-pasted')
    await lead.sees('so-far', '4 articles')
    await lead.presses('next')
  })
  it('tries three questions, and puts one right', async () => {
    const ask = async (question: string) => {
      await lead.types('try-question', question)
      await lead.presses('try-ask')
    }
    await ask('are dogs allowed on the boat')
    await lead.sees('try-answer', 'free of charge')
    await ask('can I cancel my booking')
    await lead.sees('try-answer', '24 hours before')
    await ask('how much is a bike')
    await lead.sees('tried', '3 of 3')
    expect((await lead.all('try-answer'))[0]).not.to.contain('6 euros')

    await lead.presses('try-fix')
    await lead.sees('should')
    await lead.presses('should-store')
    await lead.sees('try-answer', '6 euros')
    await lead.sees('start-done', '3 of 5')
    await lead.presses('next')
  })
  it('puts the lead into the queue, and online', async () => {
    await lead.presses('people-save')
    await lead.sees('start-done', '4 of 5')
    await lead.presses('next')
  })
  it('goes live on a page of the team’s own, and sees it there', async () => {
    await lead.types('site', site)
    await lead.presses('allow')
    await lead.sees('allowed', site)
    await lead.presses('start-publish')
    await lead.sees('not-seen')
    tag = await (await lead.sees('tag')).getText()
    expect(tag).to.contain('data-door="help"')

    visitor = await openBrowser()
    await lead.driver.wait(
      async () => {
        const answer = await fetch(`${new URL(link).origin}/door/help/embed`, {
          headers: { origin: site },
        })
        return ((await answer.json()) as { state: string }).state === 'open'
      },
      10_000,
      'the release does not reach the page',
    )
    await visitor.goes(site)
    await (await visitor.element({ css: '[data-janua="arch"]' })).click()
    await intoFrame(visitor)
    await asks(visitor, 'are dogs allowed on the boat')
    await visitor.sees('answer', 'free of charge')
    const seconds = Math.round((performance.now() - begun) / 1_000)
    process.stdout.write(
      `      from the link to the first answer on a page of one’s own: ${seconds} s\n`,
    )

    await lead.sees('seen', site)
    await lead.sees('start-done', '5 of 5')
    await lead.presses('next')
    await lead.seesNo('start-panel')
  })
})

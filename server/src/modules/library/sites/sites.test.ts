import type { Document, Site } from '@janua/contracts'
import { expect } from 'chai'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { gzipSync } from 'node:zlib'
import { SITE_HOST, startSite } from '../../../../../simulators/site/site.mjs'
import type { OpenJanua } from '../../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  publishAll,
  type TestClock,
} from '../../../testing/harness.ts'
import { fetchPage, isPrivate, type Outside, REAL_WORLD } from './fetching.ts'
import { readPage } from './page.ts'
import { PageReader } from './pageReader.ts'

type Answer = (req: IncomingMessage, res: ServerResponse) => void

/** A site on loopback that answers as each test wants. */
async function siteOf(pages: Record<string, string | Answer>): Promise<{
  place: string
  asked: string[]
  pages: Record<string, string | Answer>
  server: Server
}> {
  const asked: string[] = []
  const server = createServer((req, res) => {
    asked.push(req.url!)
    const page = pages[req.url!]
    if (typeof page === 'function') return page(req, res)
    if (page === undefined) return res.writeHead(404, { 'content-type': 'text/html' }).end('none')
    res
      .writeHead(200, {
        'content-type': req.url!.endsWith('.xml')
          ? 'application/xml'
          : req.url!.endsWith('.txt')
            ? 'text/plain'
            : 'text/html',
      })
      .end(page)
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  return { place: `127.0.0.1:${(server.address() as AddressInfo).port}`, asked, pages, server }
}
const HOST = 'site.example'
const page = (title: string, body: string) =>
  `<html><body><nav><a href="/help/">A</a></nav><main><h1>${title}</h1>${body}</main></body></html>`

describe('fetchPage', () => {
  const PAGE = '<h1>Home</h1>'
  const packed =
    (bytes: Buffer): Answer =>
    (_req, res) =>
      void res
        .writeHead(200, { 'content-type': 'text/html', 'content-encoding': 'gzip' })
        .end(bytes)
  const reasonOf = (address: string, outside: Outside, allowed = [HOST]) =>
    fetchPage(address, new Set(allowed), outside).then(
      ({ status }) => `status ${status}`,
      (cause: Error) => cause.message,
    )
  let site: Awaited<ReturnType<typeof siteOf>>
  let outside: Outside
  before(async () => {
    site = await siteOf({
      '/': page('Home', '<p>Text</p>'),
      '/round': (_req, res) => res.writeHead(302, { location: '/round-again' }).end(),
      '/round-again': (_req, res) => res.writeHead(302, { location: '/round' }).end(),
      '/inside': (_req, res) => res.writeHead(302, { location: 'http://127.0.0.1:1/' }).end(),
      '/meta': (_req, res) =>
        res.writeHead(302, { location: 'http://169.254.169.254/latest' }).end(),
      '/never': (_req, res) =>
        void res.writeHead(200, { 'content-type': 'text/html' }).write('<p>'),
      '/endless': (_req, res) => {
        res.writeHead(200, { 'content-type': 'text/html' })
        const more = () =>
          void (res.destroyed || res.write(Buffer.alloc(256 * 1024, 'a'), () => setImmediate(more)))
        more()
      },
      '/packed': packed(gzipSync(PAGE)),
      '/bomb': packed(gzipSync(Buffer.alloc(6 * 1024 * 1024))),
      '/garbled': packed(Buffer.from('not packed at all')),
      '/breaks': (_req, res) => void res.writeHead(200).write('x', () => res.destroy()),
    })
    outside = { resolve: { [HOST]: site.place }, paceMs: 0, timeoutMs: 400 }
  })
  after(() => void site.server.close())

  it('reads from an allowed host', async () =>
    expect(await reasonOf(`http://${HOST}/`, outside)).to.equal('status 200'))
  const refused: [string, string][] = [
    ['http://other.example/', 'other.example is not on the list of allowed hosts'],
    [`http://${HOST}/round`, 'it redirects in a circle'],
    [`http://${HOST}/inside`, '127.0.0.1:1 is not on the list of allowed hosts'],
    [`http://${HOST}/meta`, '169.254.169.254 is not on the list of allowed hosts'],
    [`http://${HOST}/never`, 'it did not answer within 0.4 seconds'],
    [`http://${HOST}/breaks`, 'the connection broke off'],
    [`http://name:word@${HOST}/`, 'addresses with a name and password'],
    ['file:///etc/passwd', 'only http and https'],
    [`http://${HOST}/bomb`, 'larger than 5 MB'],
    [`http://${HOST}/garbled`, 'packed in a way that cannot be unpacked'],
  ]
  for (const [address, reason] of refused)
    it(`refuses ${address}: ${reason}`, async () =>
      expect(await reasonOf(address, outside)).to.include(reason))
  it('unpacks what was packed on the way', async () => {
    const { bytes } = await fetchPage(`http://${HOST}/packed`, new Set([HOST]), outside)
    expect(bytes.toString()).to.equal(PAGE)
  })
  it('says when nothing answers, or the name leads nowhere', async () => {
    expect(
      await reasonOf(`http://${HOST}/`, { ...outside, resolve: { [HOST]: '127.0.0.1:1' } }),
    ).to.equal('nothing answers there')
    expect(await reasonOf('http://nowhere.invalid/', REAL_WORLD, ['nowhere.invalid'])).to.equal(
      'there is no host nowhere.invalid',
    )
  })
  it('stops a page that never ends at its limit of size', async () =>
    expect(await reasonOf(`http://${HOST}/endless`, { ...outside, timeoutMs: 20_000 })).to.include(
      'larger than 5 MB',
    ))
  it('refuses private addresses even of hosts that are allowed', async () => {
    for (const host of ['127.0.0.1', '10.1.2.3', '192.168.0.7', '[::1]', 'localhost'])
      expect(await reasonOf(`http://${host}/`, REAL_WORLD, [host]), host).to.include(
        'private address',
      )
  })
})

describe('readPage', () => {
  it('leaves a page alone that asks for it, and one whose elements are nested too deeply', async () => {
    const reader = new PageReader()
    const order = (html: string, robots = '') => ({
      robots,
      address: 'http://site.example/help/x',
      bytes: Buffer.from(html),
      collection: 'Web',
    })
    const words = '<main><h1>Fares</h1><p>Five pounds each way.</p></main>'
    expect(
      await reader.read(
        order(`<meta name="robots" content="NOINDEX"><a href="/help/y">y</a>${words}`),
      ),
    ).to.deep.include({ type: 'unreadable', links: ['http://site.example/help/y'] })
    for (const [header, type] of [
      ['noindex, nofollow', 'unreadable'],
      ['janua: noindex', 'unreadable'],
      ['somebot: noindex, nofollow', 'read'],
      ['unavailable_after: 25 Jun 2030 15:00:00 GMT', 'read'],
    ] as const)
      expect((await reader.read(order(words, header))).type, header).to.equal(type)
    const deep = await reader.read(order('<div>'.repeat(20_000)))
    expect(deep).to.include({ type: 'unreadable', because: 'its elements are nested too deeply' })
    expect((await reader.read(order(words))).type, 'goes on').to.equal('read')
    await reader.close()
  })
  it('reads a host of the intranet only when the server names it, and never this machine', () => {
    const house = new Set(['wiki.firm.example'])
    expect(isPrivate('wiki.firm.example', ['10.1.2.3'], house)).to.equal(false)
    expect(isPrivate('wiki.firm.example', ['10.1.2.3', '127.0.0.1'], house)).to.equal(true)
    expect(isPrivate('wiki.firm.example', ['169.254.169.254'], house)).to.equal(true)
    expect(isPrivate('other.firm.example', ['10.1.2.3'], house)).to.equal(true)
    expect(isPrivate('other.firm.example', ['203.0.114.5'], house)).to.equal(false)
  })
  it('takes questions from the markup and from headings, each once, and leaves menus out', () => {
    const faq = {
      '@context': 'https://schema.org',
      '@graph': [
        {
          '@type': 'FAQPage',
          mainEntity: [
            {
              '@type': 'Question',
              name: 'Do you sail?',
              acceptedAnswer: { text: '<p>We do.</p>' },
            },
            { '@type': 'Question', name: 'Is it far?', acceptedAnswer: { text: 'No.' } },
          ],
        },
      ],
    }
    const html = `<script type="application/ld+json">${JSON.stringify(faq)}</script><script type="application/ld+json">{broken</script><nav>Menu</nav><main><h1>Help</h1><h2>Do you sail?</h2><p>We do, daily.</p><h2>How do I get there</h2><p>By <a href="/bus">bus</a>.</p></main>`
    const { content, links } = readPage('http://site.example/help/x', Buffer.from(html), 'Web')
    expect(content.parts.map(({ heading, kind, body }) => [heading, kind, body.trim()])).to.eql([
      ['Do you sail?', 'question', 'We do, daily.'],
      ['How do I get there', 'question', 'By [bus](http://site.example/bus).'],
      ['Is it far?', 'question', 'No.'],
    ])
    expect(links).to.eql(['http://site.example/bus'])
  })
})

describe('sites', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let site: Awaited<ReturnType<typeof siteOf>>
  let simulator: Awaited<ReturnType<typeof startSite>>
  before(async () => {
    simulator = await startSite()
    site = await siteOf({
      '/help/': page('A', '<p>Alpha is here.</p><a href="/help/b">B</a> <a href="/else">else</a>'),
      '/help/b': page('B', '<h2>What is beta?</h2><p>The second.</p>'),
    })
    ;({ janua, clock, close } = await freshJanua({
      resolve: { [HOST]: site.place, [SITE_HOST]: simulator.place },
      paceMs: 0,
      timeoutMs: 2_000,
    }))
    lead = await member(janua, 'lead', 'Ines')
    await openTestApp(janua)
    await lead.put('/sites/hosts', { hosts: [HOST, SITE_HOST] }).expect(200)
  })
  after(async () => {
    await close()
    site.server.close()
    await simulator.close()
  })
  const add = async (address: string, more = {}) =>
    (await lead.post('/sites', { address, collection: 'Web', ...more })).body as Site
  const readIt = async (id: number) => {
    await lead.post(`/sites/${id}/read`).expect(200)
    await janua.library.sites.finished(id)
    return (await lead.get(`/sites/${id}`)).body as Site
  }

  it('reads the simulator by its sitemap, as its robots.txt allows, below the address only', async () => {
    const address = `http://${SITE_HOST}/help/`
    expect((await lead.get(`/sites/look?address=${encodeURIComponent(address)}`)).body).to.eql({
      by: 'sitemap',
      pages: 7,
    })
    const { reading } = await readIt((await add(address)).id)
    expect(reading!.state).to.equal('waiting')
    expect(reading!.pages.map(({ address: at }) => new URL(at).pathname)).to.have.members([
      '/help/',
      '/help/harbours',
      '/help/questions',
      '/help/tides',
      '/help/pushchairs',
      '/help/luggage-service',
    ])
    expect(reading!.failed).to.eql([
      {
        address: `http://${SITE_HOST}/help/private/draft`,
        because: 'its robots.txt asks not to read it',
      },
    ])
    expect(reading!.pages.find(({ title }) => title === 'Questions and answers')).to.include({
      questions: 5,
      change: 'appeared',
    })
  })
  it('follows links where there is no sitemap, and takes over what the lead chooses', async () => {
    const { id } = await add(`http://${HOST}/help/`)
    const read = await readIt(id)
    expect(read.reading!.pages.map(({ title }) => title)).to.eql(['A', 'B'])
    expect(site.asked).not.to.include('/else')
    await lead
      .post(`/sites/${id}/take-over`, {
        addresses: [`http://${HOST}/help/`, `http://${HOST}/help/b`],
      })
      .expect(200)
    expect(((await lead.get(`/sites/${id}`)).body as Site).pages).to.equal(2)
    const { rows } = (await lead.get('/articles?kind=document&search=second')).body
    const { body } = (await lead.get(`/documents/${rows[0].id}`)) as { body: Document }
    expect(body).to.include({ format: 'page', address: `http://${HOST}/help/b`, collection: 'Web' })
    expect((await lead.post(`/sites/${id}/take-over`, { addresses: ['x'] })).body.code).to.equal(
      'READING_GONE',
    )
  })
  it('shows what changed, appeared and went, and changes nothing by itself', async () => {
    await publishAll(janua)
    const { id } = (await janua.library.sites.list()).find(({ address }) => address.includes(HOST))!
    site.pages['/help/'] = page('A', '<p>Alpha is there now.</p><a href="/help/c">C</a>')
    site.pages['/help/c'] = page('C', '<p>Gamma.</p>')
    delete site.pages['/help/b']
    const { reading } = await readIt(id)
    expect(reading!.pages.map(({ title, change }) => `${title} ${change}`)).to.have.members([
      'A changed',
      'C appeared',
      'B gone',
    ])
    const changed = reading!.pages.find(({ change }) => change === 'changed')!
    expect([changed.before, changed.after].map((text) => text.includes('there now'))).to.eql([
      false,
      true,
    ])
    expect((await janua.releases.draft.changes()).length).to.equal(0)
    await lead.post(`/sites/${id}/take-over`, {
      addresses: reading!.pages.map(({ address }) => address),
    })
    expect(
      (await janua.releases.draft.changes()).map(({ title, type }) => `${title} ${type}`),
    ).to.have.members(['A edited', 'C added', 'B removed'])
    expect(
      (await readIt(id)).reading!.pages.every(({ change }) => change === 'unchanged'),
    ).to.equal(true)
  })
  it('takes a page for gone when the site says so, even where its sitemap still names it', async () => {
    site.pages['/sitemap.xml'] =
      `<urlset>${['help/', 'help/c', 'help/lost'].map((path) => `<url><loc>http://${HOST}/${path}</loc></url>`).join('')}</urlset>`
    site.pages['/help/lost'] = page('Lost', '<p>Soon away.</p>')
    const { id } = (await janua.library.sites.list()).find(({ address }) => address.includes(HOST))!
    await readIt(id)
    await lead
      .post(`/sites/${id}/take-over`, { addresses: [`http://${HOST}/help/lost`] })
      .expect(200)
    delete site.pages['/help/lost']
    const { reading } = await readIt(id)
    expect(
      reading!.pages.filter(({ change }) => change === 'gone').map(({ title }) => title),
    ).to.eql(['Lost'])
    await lead
      .post(`/sites/${id}/take-over`, { addresses: [`http://${HOST}/help/lost`] })
      .expect(200)
    expect((await lead.get('/articles?kind=document&search=Soon')).body.total).to.equal(0)
    delete site.pages['/sitemap.xml']
  })
  it('keeps a page that fails this time, and says why', async () => {
    const { id } = (await janua.library.sites.list()).find(({ address }) => address.includes(HOST))!
    const good = site.pages['/help/c']!
    site.pages['/help/c'] = (_req, res) => res.writeHead(500).end('broken')
    const { reading } = await readIt(id)
    expect(reading!.failed).to.eql([
      { address: `http://${HOST}/help/c`, because: 'it answered with status 500' },
    ])
    expect(reading!.pages.map(({ change }) => change)).not.to.include('gone')
    expect((await janua.library.health.read()).failed[0]!.because).to.include(
      '1 page could not be read',
    )
    site.pages['/help/c'] = good
  })
  it('fails as a whole when robots.txt does, and leaves the library alone', async () => {
    const { id } = (await janua.library.sites.list()).find(({ address }) => address.includes(HOST))!
    site.pages['/robots.txt'] = (_req, res) => res.writeHead(503).end()
    const { reading } = await readIt(id)
    expect(reading).to.include({
      state: 'failed',
      because: 'its robots.txt answered with status 503, so nothing is read for now',
    })
    delete site.pages['/robots.txt']
  })
  it('reads no more than the limit, and does not take the rest for gone', async () => {
    const { id } = (await janua.library.sites.list()).find(({ address }) => address.includes(HOST))!
    await lead
      .put(`/sites/${id}`, {
        address: `http://${HOST}/help/`,
        collection: 'Web',
        pageLimit: 1,
        everyDays: 7,
      })
      .expect(200)
    const { reading } = await readIt(id)
    expect(reading!.pages).to.have.length(1)
    expect(reading!.because).to.include('more pages than the limit of 1')
  })
  it('reads again when its day has come', async () => {
    const { id } = (await janua.library.sites.list()).find(({ address }) => address.includes(HOST))!
    const last = (await janua.library.sites.read(id)).reading!.id
    await janua.library.sites.tick()
    expect((await janua.library.sites.read(id)).reading!.id).to.equal(last)
    clock.pass(8 * 86_400)
    await janua.library.sites.tick()
    await janua.library.sites.finished(id)
    expect((await janua.library.sites.read(id)).reading!.id).to.be.greaterThan(last)
  })
  it('reads only what a lead has allowed', async () => {
    expect(
      (await lead.post('/sites', { address: 'http://elsewhere.example/', collection: '' })).body
        .code,
    ).to.equal('HOST_NOT_ALLOWED')
    const editor = await member(janua, 'editor')
    expect((await editor.put('/sites/hosts', { hosts: ['elsewhere.example'] })).status).to.equal(
      403,
    )
    expect((await lead.put('/sites/hosts', { hosts: ['http://x'] })).status).to.equal(422)
  })
})

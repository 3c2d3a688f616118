import { expect } from 'chai'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'

const ROOT = join(import.meta.dirname, '..')
const KB = 1_000

/** Bytes of a file as it goes over the wire. */
function bytesOf(path: string): number {
  return gzipSync(readFileSync(path)).length
}

/** Scripts that a page loads before it shows anything. */
function scriptsOf(page: string): string[] {
  const html = readFileSync(page, 'utf8')
  return [...html.matchAll(/(?:src|href)="(?:\/door)?(\/assets\/[^"]+\.js)"/g)].map(
    ([, path]) => path!,
  )
}

function sum(dist: string, paths: readonly string[]): number {
  return paths.reduce((bytes, path) => bytes + bytesOf(join(dist, path)), 0)
}

describe('the pages as they are built', () => {
  const visitor = join(ROOT, 'visitor/dist')
  const web = join(ROOT, 'web/dist')
  it('bring a visitor at most 70 kB of scripts', () => {
    const all = readdirSync(join(visitor, 'assets')).filter((name) => name.endsWith('.js'))
    expect(scriptsOf(join(visitor, 'index.html'))).to.have.length.within(1, 3)
    expect(
      sum(
        visitor,
        all.map((name) => `assets/${name}`),
      ),
    ).to.be.within(10 * KB, 70 * KB)
  })
  it('bring a company’s own page at most 5 kB', () =>
    expect(bytesOf(join(visitor, 'door.js'))).to.be.within(500, 5 * KB))
  it('bring the team at most 300 kB of scripts before the first page shows', () => {
    const first = scriptsOf(join(web, 'index.html'))
    expect(first.length).to.be.greaterThan(1)
    expect(sum(web, first)).to.be.within(50 * KB, 300 * KB)
    expect(first.filter((name) => name.includes('editor'))).to.eql([])
  })
  it('compute curves with a worker of at most 30 kB', () => {
    const [worker, ...others] = readdirSync(join(web, 'assets')).filter((name) =>
      /^curveWorker-.*\.js$/.test(name),
    )
    expect(others).to.eql([])
    expect(bytesOf(join(web, 'assets', worker!))).to.be.within(500, 30 * KB)
  })
})

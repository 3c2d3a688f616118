import { expect } from 'chai'
import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const ROOT = join(import.meta.dirname, '..')

/** Runs `npm start` in a folder of its own and listens to what it says. */
describe('npm start', () => {
  const folder = mkdtempSync(join(tmpdir(), 'janua-start-'))
  const running: ChildProcess[] = []
  after(async () => {
    await Promise.all(running.map((child) => ended(child, 'SIGTERM')))
    rmSync(folder, { recursive: true, force: true })
  })

  function start(...options: string[]) {
    const child = spawn(
      process.execPath,
      ['scripts/start.mjs', '--empty', '--data', folder, ...options],
      { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] },
    )
    running.push(child)
    let said = ''
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (bytes: Buffer) => (said += bytes.toString()))
    const exit = new Promise<number | null>((done) => child.once('exit', (code) => done(code)))
    const serves = new Promise<string>((done, failed) => {
      const look = setInterval(() => {
        const url = /serves at (\S+)/.exec(said)?.[1]
        if (url) done(url)
      }, 50)
      void exit.then(() => (clearInterval(look), failed(new Error(said))))
    })
    serves.catch(() => undefined)
    return { child, exit, serves, said: () => said }
  }
  async function ended(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
    if (child.exitCode !== null || child.signalCode !== null) return
    const exit = new Promise((done) => child.once('exit', done))
    child.kill(signal)
    await exit
  }
  const state = () =>
    JSON.parse(readFileSync(join(folder, 'state.json'), 'utf8')) as { pid: number; owner?: number }
  const lives = (pid: number) => {
    try {
      return !/\) Z /.test(readFileSync(`/proc/${pid}/stat`, 'utf8'))
    } catch {
      return false
    }
  }

  it('serves, refuses a second start on the same folder, and ends cleanly with its database', async () => {
    const first = start('--port', '0')
    expect((await fetch(`${await first.serves}/api/session`)).status).to.equal(200)
    expect(first.said()).to.match(/\/link\/[0-9a-f]{64}/)
    const second = start('--port', '0')
    expect(await second.exit).to.equal(1)
    expect(second.said())
      .to.include('Janua is running already on this data folder')
      .and.not.include('    at ')
    const { pid } = state()
    await ended(first.child, 'SIGINT')
    expect(lives(pid), 'the database').to.equal(false)
  })
  it('recovers by itself after a kill of either process', async () => {
    const first = start('--port', '0')
    await first.serves
    const { pid } = state()
    await ended(first.child, 'SIGKILL')
    expect(lives(pid), 'the database outlives a killed start').to.equal(true)
    const adopted = start('--port', '0')
    await adopted.serves
    expect(state().pid, 'and is adopted').to.equal(pid)
    await ended(adopted.child, 'SIGKILL')
    process.kill(pid, 'SIGKILL')
    const third = start('--port', '0')
    expect((await fetch(`${await third.serves}/api/visit/help`)).status).to.equal(200)
    await ended(third.child, 'SIGTERM')
  })
  it('says in a plain sentence that a port is taken', async () => {
    const taken = createServer()
    await new Promise<void>((done) => taken.listen(0, '127.0.0.1', done))
    const address = taken.address()
    const refused = start('--port', String(typeof address === 'object' && address?.port))
    expect(await refused.exit).to.equal(1)
    expect(refused.said())
      .to.include('The port is taken by another program')
      .and.not.include('    at ')
    taken.close()
  })
  const wrong = [
    { options: ['--port', 'x'], says: '--port takes a number' },
    { options: ['--today', 'soon'], says: '--today takes a date' },
    { options: ['--prot', '1'], says: "Unknown option '--prot'" },
    { options: ['--data', '/proc/nowhere'], says: 'cannot be made there' },
  ]
  for (const { options, says } of wrong)
    it(`refuses ${options.join(' ')} in a plain sentence`, async () => {
      const refused = start(...options)
      expect(await refused.exit).to.equal(1)
      expect(refused.said()).to.include(says).and.not.include('    at ')
    })
})

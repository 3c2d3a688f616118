import { expect } from 'chai'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
  BadConfiguration,
  configurationPage,
  FILE_SETTING,
  readConfiguration,
  SETTINGS,
} from './configuration.ts'

const PAGE = join(import.meta.dirname, '../../../docs/configuration.md')
const folder = mkdtempSync(join(tmpdir(), 'janua-settings-'))
const fileWith = (text: string) => {
  const path = join(folder, `${Math.abs(text.length)}.json`)
  writeFileSync(path, text)
  return path
}

describe('the configuration', () => {
  it('has a default for everything', () => {
    expect(readConfiguration({})).to.eql({
      MAIL_FROM: 'team@janua.example',
      INBOX_PORT: 0,
      INTRANET_HOSTS: [],
      LANGUAGE_MODEL_NAME: 'simulator',
      MODEL_ENCODER_NAME: 'encoder',
      LOG_LEVEL: 'warn',
    })
  })
  it('is read from the environment, where nothing is not a value', () => {
    const { INTRANET_HOSTS, INBOX_PORT, MAIL_FROM } = readConfiguration({
      INTRANET_HOSTS: 'wiki.corp.example, files.corp.example,',
      INBOX_PORT: '2525',
      MAIL_FROM: '',
      PATH: '/usr/bin',
    })
    expect(INTRANET_HOSTS).to.eql(['wiki.corp.example', 'files.corp.example'])
    expect(INBOX_PORT).to.equal(2_525)
    expect(MAIL_FROM).to.equal('team@janua.example')
  })
  it('is read from a file as well, and the environment goes before it', () => {
    const path = fileWith('{"LOG_LEVEL": "info", "INTRANET_HOSTS": ["wiki.corp.example"]}')
    const read = readConfiguration({ [FILE_SETTING]: path, LOG_LEVEL: 'debug' })
    expect(read.LOG_LEVEL).to.equal('debug')
    expect(read.INTRANET_HOSTS).to.eql(['wiki.corp.example'])
  })
  const wrong: [what: string, environment: Record<string, string>, says: string][] = [
    ['a misspelt name', { MODEL_ENCODER_DIRR: '/x' }, 'no setting MODEL_ENCODER_DIRR'],
    ['another form', { PUBLIC_URL: 'janua' }, 'PUBLIC_URL takes an address'],
    ['a port that is none', { INBOX_PORT: '70000' }, 'INBOX_PORT takes a port'],
    ['a level that is none', { LOG_LEVEL: 'loud' }, 'LOG_LEVEL takes fatal'],
    ['a file that is not there', { [FILE_SETTING]: '/not/there.json' }, 'cannot be read'],
    ['a file that is no JSON', { [FILE_SETTING]: fileWith('{') }, 'is no JSON'],
    ['a name in a file', { [FILE_SETTING]: fileWith('{"PORT": 1}') }, 'no setting PORT'],
    ['a file with a list', { [FILE_SETTING]: fileWith('[1, 2]') }, 'one object'],
  ]
  for (const [what, environment, says] of wrong)
    it(`refuses ${what}, and says what is wrong`, () =>
      expect(() => readConfiguration(environment)).to.throw(BadConfiguration, says))
  it('never repeats what was set: it may be a secret', () =>
    expect(() => readConfiguration({ SMTP_URL: 'user:hush@mail' }))
      .to.throw(BadConfiguration)
      .with.property('message')
      .that.does.not.include('hush'))
  it('is told on a page that is up to date', () => {
    expect(readFileSync(PAGE, 'utf8')).to.equal(configurationPage())
    expect(new Set(SETTINGS.map(({ name }) => name)).size).to.equal(SETTINGS.length)
  })
})

import { expect } from 'chai'
import { fieldsAmong, MOST_TEXT, readLogRow } from './logRows.ts'

const now = new Date('2026-11-23T10:00:00Z')
const fields = { text: 'text', time: 'time', asker: 'visitor', language: 'lang' }
const read = (record: Record<string, unknown>, zone = 'UTC') =>
  readLogRow(record, fields, { zone, now })

describe('fieldsAmong', () => {
  it('knows columns by their names in two languages', () => {
    expect(fieldsAmong(['ID', 'Question', 'Asked at', 'Conversation ID'])).to.eql({
      text: 'Question',
      time: 'Asked at',
      asker: 'Conversation ID',
    })
    expect(fieldsAmong(['Frage', 'Zeitpunkt', 'Tür'])).to.eql({
      text: 'Frage',
      time: 'Zeitpunkt',
      door: 'Tür',
    })
    expect(fieldsAmong(['a', 'b'])).to.eql({})
  })
})

describe('readLogRow', () => {
  const times: [unknown, string][] = [
    ['2026-11-20T09:00:00Z', '2026-11-20T09:00:00.000Z'],
    ['2026-11-20 09:00', '2026-11-20T09:00:00.000Z'],
    ['20.11.2026 09:00', '2026-11-20T09:00:00.000Z'],
    ['20/11/2026', '2026-11-20T00:00:00.000Z'],
    [1_763_629_200, '2025-11-20T09:00:00.000Z'],
    ['1763629200000', '2025-11-20T09:00:00.000Z'],
  ]
  for (const [given, iso] of times)
    it(`reads ${String(given)}`, () =>
      expect(read({ text: 'hello dog', time: given })).to.deep.include({ at: new Date(iso) }))
  it('means times without a zone in the team’s, summer and winter', () => {
    expect(read({ text: 'dog', time: '2026-07-01 12:00' }, 'Europe/London')).to.deep.include({
      at: new Date('2026-07-01T11:00:00Z'),
    })
    expect(read({ text: 'dog', time: '2026-01-01 12:00' }, 'Europe/London')).to.deep.include({
      at: new Date('2026-01-01T12:00:00Z'),
    })
  })
  const faulty: [Record<string, unknown>, string][] = [
    [{ text: '  ', time: '2026-11-20' }, 'there is no text'],
    [{ text: '…!', time: '2026-11-20' }, 'the text has no words'],
    [{ text: 'dog' }, 'there is no time'],
    [{ text: 'dog', time: '31.02.2026' }, '“31.02.2026” is not a time that can be read'],
    [{ text: 'dog', time: '2031-01-01' }, '2031-01-01 is in the future'],
    [{ text: 'dog', time: '1970-01-01' }, '1970-01-01 is too long ago'],
  ]
  for (const [record, because] of faulty)
    it(`leaves out a row: ${because}`, () => expect(read(record)).to.eql({ because }))
  it('cuts a huge text, and says so', () => {
    const row = read({ text: 'a'.repeat(9_000), time: '2026-11-20' })
    expect('cut' in row && row.cut && row.text.length).to.equal(MOST_TEXT)
  })
  it('takes asker and language where they are there', () => {
    expect(read({ text: 'dog', time: '2026-11-20', visitor: 17, lang: 'de-DE' })).to.include({
      asker: '17',
      language: 'de',
    })
    expect(read({ text: 'dog', time: '2026-11-20', visitor: '', lang: 'fr' })).to.include({
      asker: null,
      language: null,
    })
  })
})

import type { ArticleContent } from '@janua/contracts'
import { expect } from 'chai'
import { readFile, Unreadable } from './read.ts'

const refusal = (name: string, bytes: Buffer): Promise<string> =>
  readFile(name, bytes).then(
    () => `${name} was read`,
    (cause: unknown) =>
      cause instanceof Unreadable ? cause.message : `not a plain refusal: ${String(cause)}`,
  )
const read = async (name: string, text: string | Buffer): Promise<ArticleContent> => {
  const file = await readFile(name, Buffer.from(text))
  if (file.as !== 'item') throw new Error(`${name} is no article`)
  return file.content as ArticleContent
}

describe('readers', () => {
  it('takes title, collection, questions and review from front matter, and the body byte for byte', async () => {
    const body = 'Text  with *spaces*\r\n\r\n- a\r\n'
    expect(
      await read(
        'x.md',
        `---\ntitle: Fares\ncollection: Money\nquestions: [How much?, How much?]\nreview: 2027-01-31\n---\n${body}`,
      ),
    ).to.eql({
      title: 'Fares',
      collection: 'Money',
      phrasings: ['How much?'],
      reviewOn: '2027-01-31',
      body,
    })
  })
  it('finds a title without front matter: the heading, else the name; and the collection in the folder', async () => {
    expect(await read('help/lost-things.md', '# Lost and found\n\nAsk us.')).to.include({
      title: 'Lost and found',
      collection: 'Help',
      body: 'Ask us.',
    })
    expect((await read('lost-things.md', 'Ask us.')).title).to.equal('Lost things')
  })
  it('keeps the main part of a page, with lists and tables, and leaves menus, scripts and local links out', async () => {
    const { title, body } = await read(
      'a.html',
      `<html><head><title>Fares | Firm</title><script>alert(1)</script></head><body><nav>Home</nav><main><h1>Fares ¶</h1>
      <p>See <a href="other.html">here</a> and <a href="https://x.example">there</a>.</p><ol><li>One</li><li>Two</li></ol>
      <table><tr><th>Who</th><th>Price</th></tr><tr><td>Adult</td><td>5</td></tr></table></main><footer>© Firm</footer></body></html>`,
    )
    expect(title).to.equal('Fares')
    expect(body)
      .to.include('See here and [there](https://x.example).')
      .and.match(/\| Adult \| 5 +\|/)
      .and.match(/1\.\s+One/)
    expect(body).not.to.match(/Home|alert|Firm/)
  })
  it('reads old character sets, by their name or by guess', async () => {
    expect(
      (
        await read(
          'a.html',
          Buffer.concat([
            Buffer.from('<meta charset="iso-8859-1"><h1>Preise</h1><p>f'),
            Buffer.from([0xfc]),
            Buffer.from('r alle</p>'),
          ]),
        )
      ).body,
    ).to.include('für alle')
    expect((await read('a.txt', Buffer.from([0x46, 0xfc, 0x72, 0x20, 0x61]))).body).to.include(
      'Für a',
    )
  })
  const refused = [
    { name: 'a.odt', bytes: 'x', reason: 'cannot be read' },
    { name: 'a.docx', bytes: 'x', reason: 'does not begin like one' },
    { name: 'a.pdf', bytes: 'PK\u0003\u0004', reason: 'holds an office document or a ZIP' },
    { name: 'a.md', bytes: '{\\rtf1 x', reason: 'holds a rich text file' },
    { name: 'a.md', bytes: '', reason: 'empty' },
    { name: 'a.txt', bytes: 'bin\u0000ary', reason: 'not a text file' },
    { name: 'a.md', bytes: '---\ntitle: [\n---\nx', reason: 'not valid YAML' },
    { name: 'a.html', bytes: '<nav>only a menu</nav>', reason: 'no text' },
  ]
  for (const { name, bytes, reason } of refused)
    it(`refuses ${name}: ${reason}`, async () =>
      expect(await refusal(name, Buffer.from(bytes))).to.include(reason))
})

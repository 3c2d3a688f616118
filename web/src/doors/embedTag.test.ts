import { expect } from 'chai'
import { embedTag } from './embedTag.ts'

describe('embedTag', () => {
  it('survives a title with quotes and angle brackets', () =>
    expect(
      embedTag('https://janua.example', {
        key: 'help',
        colour: '#17506E',
        title: 'Ask "Tom & Sons" <now>',
      }),
    ).to.equal(
      '<script src="https://janua.example/door.js" data-door="help" data-colour="#17506E" data-label="Ask &quot;Tom &amp; Sons&quot; &lt;now&gt;" async></script>',
    ))
})

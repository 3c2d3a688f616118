import { expect } from 'chai'
import { browserName } from './browserName.ts'

describe('browserName', () => {
  const cases: [string, string][] = [
    ['Mozilla/5.0 (Windows NT 10.0; rv:140.0) Gecko/20100101 Firefox/140.0', 'Firefox on Windows'],
    [
      'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/140.0 Safari/537.36',
      'Chrome on Linux',
    ],
    ['Mozilla/5.0 (iPhone; CPU iPhone OS 18_0) Version/18.0 Mobile Safari/604.1', 'Safari on iOS'],
    ['curl/8.0', 'Unknown browser'],
    ['', 'Unknown browser'],
  ]
  for (const [agent, name] of cases)
    it(`calls “${agent.slice(0, 40)}” ${name}`, () => expect(browserName(agent)).to.equal(name))
})

import { expect } from 'chai'
import { recall, remember } from './memory.ts'

describe('what the window remembers', () => {
  const globals = globalThis as { localStorage?: unknown }
  const original = Object.getOwnPropertyDescriptor(globalThis, 'localStorage')
  afterEach(() =>
    original
      ? Object.defineProperty(globalThis, 'localStorage', original)
      : delete globals.localStorage,
  )
  const put = (value: object) =>
    Object.defineProperty(globalThis, 'localStorage', { value, configurable: true })

  it('lies in the frame’s own storage', () => {
    const kept = new Map<string, string>()
    put({
      getItem: (name: string) => kept.get(name) ?? null,
      setItem: (name: string, value: string) => kept.set(name, value),
      removeItem: (name: string) => kept.delete(name),
    })
    remember('token', 'abc')
    expect([recall('token'), kept.get('token')]).to.eql(['abc', 'abc'])
    remember('token', null)
    expect(recall('token')).to.equal(null)
  })
  it('stays in memory where the browser refuses storage', () => {
    const refuse = () => {
      throw new Error('SecurityError')
    }
    put({ getItem: refuse, setItem: refuse, removeItem: refuse })
    expect(recall('token')).to.equal(null)
    remember('token', 'xyz')
    expect(recall('token')).to.equal('xyz')
    remember('token', null)
    expect(recall('token')).to.equal(null)
  })
})

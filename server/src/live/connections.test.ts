import { expect } from 'chai'
import type { IncomingMessage } from 'node:http'
import type { Server } from 'socket.io'
import { isCrowded } from './connections.ts'

/** A request that this machine's proxy hands on for an address. */
const from = (address: string): IncomingMessage =>
  ({
    headers: { 'x-forwarded-for': address },
    socket: { remoteAddress: '127.0.0.1' },
  }) as unknown as IncomingMessage

const connected = (addresses: readonly string[]): Server =>
  ({
    sockets: {
      sockets: new Map(addresses.map((address, i) => [`${i}`, { request: from(address) }])),
    },
  }) as unknown as Server

describe('the limit on connections of one network', () => {
  it('counts visitors by their own addresses, not by that of the proxy', () => {
    const everybody = connected(Array.from({ length: 400 }, (_, i) => `192.0.2.${i % 200}`))
    expect(isCrowded(everybody, from('192.0.2.7'))).to.equal(false)
  })
  it('refuses a network that has 300, and no other', () => {
    const one = connected(Array.from({ length: 300 }, () => '192.0.2.7'))
    expect(isCrowded(one, from('192.0.2.7'))).to.equal(true)
    expect(isCrowded(one, from('192.0.2.8'))).to.equal(false)
  })
  it('does not believe an address that somebody else than a trusted proxy names', () => {
    const one = connected(Array.from({ length: 300 }, () => '198.51.100.9'))
    const liar = {
      headers: { 'x-forwarded-for': '192.0.2.1' },
      socket: { remoteAddress: '198.51.100.9' },
    } as unknown as IncomingMessage
    expect(isCrowded(one, liar)).to.equal(true)
  })
})

import type { DeskConversation, Queue, SignedIn } from '@janua/contracts'
import { expect } from 'chai'
import { colleaguesOf, mayMove } from './deskRights.ts'

const conversation = (state: string, agent?: number) =>
  ({ state, agent: agent === undefined ? null : { id: agent } }) as DeskConversation
const person = (id: number, role: string) => ({ id, role }) as SignedIn

describe('what an agent may do at the desk', () => {
  it('is to move on what is their own', () => {
    expect(mayMove(conversation('agent', 7), person(7, 'agent'))).to.equal(true)
    expect(mayMove(conversation('agent', 8), person(7, 'agent'))).to.equal(false)
    expect(mayMove(conversation('waiting'), person(7, 'agent'))).to.equal(false)
  })
  it('is for a lead also to move what others have, and what waits, until it is closed', () => {
    const lead = person(1, 'lead')
    expect(mayMove(conversation('agent', 8), lead)).to.equal(true)
    expect(mayMove(conversation('waiting'), lead)).to.equal(true)
    expect(mayMove(conversation('closed'), lead)).to.equal(false)
    expect(mayMove(undefined, lead)).to.equal(false)
  })
  it('is to ask colleagues: each once, by name, without oneself and who is gone', () => {
    const member = (id: number, name: string, active = true) => ({ id, name, active })
    const queues = [
      { members: [member(3, 'Bria'), member(7, 'Anton'), member(4, 'Callum', false)] },
      { members: [member(3, 'Bria'), member(5, 'Alba')] },
    ] as Queue[]
    expect(colleaguesOf(queues, 7)).to.eql([
      { id: 5, name: 'Alba' },
      { id: 3, name: 'Bria' },
    ])
  })
})

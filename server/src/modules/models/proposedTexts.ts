import {
  type DoorTexts,
  type DraftProposal,
  type GapSheet,
  type SignedIn,
  TEXT_KEYS,
} from '@janua/contracts'
import { fold, guessLanguage } from '@janua/core'
import type { ModelUses } from './modelUses.ts'
import type { Actor } from '../accounts/index.ts'
import type { Doors } from '../doors/index.ts'
import type { Desk } from '../handover/index.ts'
import type { Articles } from '../library/index.ts'

export interface ProposedTextPorts {
  gaps: { sheet(topic: number): Promise<GapSheet> }
}

interface Dependencies extends ProposedTextPorts {
  uses: ModelUses
  articles: Articles
  doors: Doors
  desk: Desk
}

const MOST_LETTERS = 300
const MOST_TEXT = 600
/** So many questions of a gap are shown to the model. */
const MOST_SHOWN = 60

/** What a language model writes for somebody of the team: nothing of it counts until that person has accepted it. */
export class ProposedTexts {
  constructor(private readonly dependencies: Dependencies) {}

  /** Ways to ask what an article answers that it has not got yet. */
  async phrasings(actor: Actor, item: number, count: number): Promise<string[]> {
    const { title, body, phrasings } = await this.dependencies.articles.read(item)
    const known = new Set([title, ...phrasings].map(fold))
    const given = await this.dependencies.uses.askFor(
      'phrasings',
      {
        language: guessLanguage(body, 'en'),
        article: { title, text: body },
        known: phrasings,
        count,
      },
      { actor, read: (reply) => textsOf((reply as { phrasings?: unknown } | null)?.phrasings) },
    )
    const fresh = new Map<string, string>()
    for (const text of given.map((each) => each.replace(/\s+/g, ' ').trim()))
      if (text.length >= 2 && text.length <= MOST_LETTERS && !known.has(fold(text)))
        fresh.set(fold(text), fresh.get(fold(text)) ?? text)
    return [...fresh.values()].slice(0, count)
  }

  /** An article that answers what a gap is asked, from what agents replied. */
  async draft(actor: Actor, topic: number): Promise<DraftProposal> {
    const { label, wordings, outline } = await this.dependencies.gaps.sheet(topic)
    const questions = wordings.map(({ text }) => text)
    return this.dependencies.uses.askFor(
      'drafting',
      {
        language: guessLanguage(questions.join(' '), 'en'),
        subject: label,
        questions: questions.slice(0, MOST_SHOWN),
        replies: outline.replies.map(({ text }) => text),
      },
      { actor, read: draftOf },
    )
  }

  /** Another wording of a door's sentences; those that came back without what stands in braces are left as they are. */
  async doorTexts(
    actor: Actor,
    id: number,
    { brief, language }: { brief: string; language: 'en' | 'de' },
  ): Promise<DoorTexts> {
    const { texts } = await this.dependencies.doors.read(id)
    const now = texts[language]
    const given = await this.dependencies.uses.askFor(
      'door texts',
      { language, brief, texts: now },
      { actor, read: (reply) => (reply as { texts?: Record<string, unknown> } | null)?.texts },
    )
    const worded = TEXT_KEYS.map((key) => {
      const text = given[key]
      const isUsable =
        typeof text === 'string' &&
        text.trim().length > 0 &&
        text.trim().length <= MOST_TEXT &&
        bracesOf(text) === bracesOf(now[key])
      return [key, isUsable ? text.trim() : now[key]] as const
    })
    return Object.fromEntries(worded) as DoorTexts
  }

  /** What a conversation has come to, for the agent who takes it over. */
  async summary(user: SignedIn, conversation: number): Promise<string> {
    const { messages } = await this.dependencies.desk.open(user, conversation)
    const said = messages
      .filter(({ text }) => text !== '')
      .map(({ author, text }) => ({ from: author, text }))
    const { text } = await this.dependencies.uses.ask(
      'summary',
      {
        language: guessLanguage(said.map(({ text }) => text).join(' '), 'en'),
        conversation: said,
      },
      { actor: user },
    )
    return text
  }
}

function textsOf(value: unknown): string[] | undefined {
  return Array.isArray(value) && value.every((each) => typeof each === 'string') ? value : undefined
}

function draftOf(reply: unknown): DraftProposal | undefined {
  const { title, body } = (reply ?? {}) as Partial<Record<keyof DraftProposal, unknown>>
  return typeof title === 'string' && typeof body === 'string' && title.trim() && body.trim()
    ? { title: title.trim().slice(0, 200), body: body.trim() }
    : undefined
}

/** What stands in braces, in order: places that are filled in when the sentence is said. */
function bracesOf(text: string): string {
  return (text.match(/\{[^}]*\}/g) ?? []).sort().join()
}

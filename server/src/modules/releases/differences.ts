import type {
  ArticleContent,
  ChangeText,
  SmallTalkContent,
  DocumentContent,
  GlossaryContent,
} from '@janua/contracts'
import { changesBetween, wordDiff } from '@janua/core'
import type { Draft } from './draft.ts'
import type { LivePointer } from './livePointer.ts'
import type { ReleaseTables } from './tables.ts'

/** The draft's change of one item, word by word against what visitors have. */
export async function changeText(
  item: number,
  { tables, draft, live }: { tables: ReleaseTables; draft: Draft; live: LivePointer },
): Promise<ChangeText> {
  const change = changesBetween(await live.pinned(), await draft.pinned()).find(
    (each) => each.item === item,
  )
  const [from, to] = await Promise.all(
    [change?.from ?? null, change?.to ?? null].map(async (id) =>
      id === null ? '' : wordsOf((await tables.revisions.findByPk(id))!.content),
    ),
  )
  return { item, parts: shortened(wordDiff(from!, to!)) }
}

/** An item's content as a lead reads it. Doors and routing are compared as lines of their settings. */
function wordsOf(content: unknown): string {
  const { title, body, phrasings, parts, term, also, meaning, says, replies } = content as Partial<
    ArticleContent & DocumentContent & GlossaryContent & SmallTalkContent
  >
  const asked = phrasings?.length ? `\n\nAsked as:\n${phrasings.join('\n')}` : ''
  if (parts)
    return `${title}\n\n${parts.map(({ heading, body: text, leftOut }) => (leftOut === null ? `${heading}\n${text}` : '')).join('\n')}${asked}`
  if (body !== undefined) return `${title}\n\n${body}${asked}`
  if (term !== undefined) return `${term}\n${(also ?? []).join('\n')}\n${meaning ?? ''}`
  if (says !== undefined) return `${says.join('\n')}\n${Object.values(replies ?? {}).join('\n')}`
  return settingLines(content).join('\n')
}

function settingLines(value: unknown, path = ''): string[] {
  if (value === null || typeof value !== 'object') return [`${path}: ${String(value)}`]
  return Object.entries(value).flatMap(([key, each]) =>
    settingLines(each, path ? `${path} › ${key}` : key),
  )
}

const AROUND = 160

/** Long stretches that are the same on both sides are cut down to what stands beside a change. */
function shortened(parts: ChangeText['parts']): ChangeText['parts'] {
  return parts.map((part, i) => {
    if (part.type !== 'same' || part.text.length <= 2 * AROUND + 20) return part
    const head = i === 0 ? '' : part.text.slice(0, AROUND)
    const tail = i === parts.length - 1 ? '' : part.text.slice(-AROUND)
    return { ...part, text: `${head} … ${tail}` }
  })
}

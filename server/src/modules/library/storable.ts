import type { ArticleContent, DocumentContent } from '@janua/contracts'
import {
  articleContent,
  smallTalkContent,
  documentContent,
  glossaryContent,
} from '@janua/contracts/schemas'
import type { ObjectSchema } from 'joi'
import { inWords } from '../../platform/http/faults.ts'
import { tidy } from './articles.ts'
import { tidyDocument } from './documents.ts'
import type { ReadFile } from './readers/readFile.ts'
import { Unreadable } from './readers/text.ts'
import { tidyVocabulary } from './vocabulary.ts'

type Kind = ReadFile['kind']

const SCHEMAS: Record<Kind, ObjectSchema> = {
  article: articleContent,
  fixed: articleContent,
  document: documentContent,
  glossary: glossaryContent,
  smallTalk: smallTalkContent,
}
/** What the database takes in one go, with room to spare. */
const MOST_TEXT = 5_000_000

/** The content as it is stored: checked, with its keys in their order. @throws {Unreadable} */
export function storable(kind: Kind, content: unknown): unknown {
  const { error, value } = SCHEMAS[kind].validate(content)
  if (error) {
    const what = inWords(error.details)
    throw new Unreadable(
      error.details[0]?.type === 'string.max' ? `${what}; please split it` : what,
    )
  }
  if (JSON.stringify(value).length > MOST_TEXT)
    throw new Unreadable(
      `its text is longer than ${MOST_TEXT / 1_000_000} million characters; please split it`,
    )
  if (kind === 'document') return tidyDocument(value as DocumentContent)
  if (kind === 'glossary' || kind === 'smallTalk') return tidyVocabulary(kind, value)
  return tidy(value as ArticleContent, kind)
}

/** A new version of a file keeps what was taught in Janua, and what the team left out. */
export function withTeams(kind: Kind, content: unknown, current: unknown): unknown {
  if (kind === 'article')
    return tidy({
      ...(content as ArticleContent),
      phrasings: joined(content as ArticleContent, current as ArticleContent),
    })
  if (kind !== 'document') return content
  const [fresh, old] = [content as DocumentContent, current as DocumentContent]
  const left = [...old.parts]
  const parts = fresh.parts.map((part) => {
    const at = left.findIndex(
      (other) =>
        other.heading === part.heading && (other.heading !== '' || other.body === part.body),
    )
    if (at < 0) return part
    const [before] = left.splice(at, 1)
    return {
      ...part,
      phrasings: joined(part, before!),
      leftOut: before!.leftOut?.by === 'team' ? before!.leftOut : part.leftOut,
    }
  })
  return tidyDocument({
    ...fresh,
    parts,
    collection: fresh.collection || old.collection,
    phrasings: joined(fresh, old),
    reviewOn: fresh.reviewOn ?? old.reviewOn,
  })
}

function joined(fresh: { phrasings: string[] }, old: { phrasings: string[] }): string[] {
  const has = new Set(fresh.phrasings.map((each) => each.toLowerCase()))
  return [
    ...fresh.phrasings,
    ...old.phrasings.filter((each) => !has.has(each.toLowerCase())),
  ].slice(0, 200)
}

import type {
  ArticleContent,
  SmallTalkContent,
  DocumentContent,
  DoorContent,
  EncoderContent,
  GlossaryContent,
  ItemKind,
} from '@janua/contracts'
import { countWords } from '@janua/core'
import type { Summary } from './draft.ts'

/** What lists show of an item's content. */
export function summarise(kind: ItemKind, content: unknown): Summary {
  switch (kind) {
    case 'door':
      return { title: (content as DoorContent).title }
    case 'encoder':
      return { title: (content as EncoderContent).name }
    case 'routing':
      return { title: 'Routing' }
    case 'glossary': {
      const { term, also } = content as GlossaryContent
      return { title: term, phrasings: also.length }
    }
    case 'smallTalk': {
      const { name, says } = content as SmallTalkContent
      return { title: name, phrasings: says.length }
    }
    case 'document': {
      const { title, collection, phrasings, parts, reviewOn } = content as DocumentContent
      const counted = parts.filter(({ leftOut }) => leftOut === null)
      const taught = parts.reduce((sum, part) => sum + part.phrasings.length, phrasings.length)
      return {
        title,
        collection,
        phrasings: taught,
        words: counted.reduce(
          (sum, { heading, body }) => sum + countWords(heading) + countWords(body),
          0,
        ),
        reviewOn,
      }
    }
    default: {
      const { title, collection, phrasings, body, reviewOn } = content as ArticleContent
      return { title, collection, phrasings: phrasings.length, words: countWords(body), reviewOn }
    }
  }
}

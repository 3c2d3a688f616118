import type { Document, DocumentContent, DocumentSave } from '@janua/contracts'
import { isLimited } from '@janua/core'
import { problem } from '../../platform/http/problems.ts'
import { tidyHolds } from './articles.ts'
import type { Actor } from '../accounts/index.ts'
import { type Draft, type DraftItem, type LivePointer, summarise } from '../releases/index.ts'

interface Dependencies {
  draft: Draft
  live: LivePointer
  users: { nameOf(id: number | null): Promise<string> }
}

/** Documents of the draft: what was read from a file or a page, and what the lead leaves out of it. */
export class Documents {
  constructor(private readonly dependencies: Dependencies) {}

  async read(id: number): Promise<Document> {
    return this.view(await this.dependencies.draft.read<DocumentContent>(id, 'document'))
  }

  /** Saves the lead's choices; what was read stays as it is. */
  async save(
    actor: Actor,
    id: number,
    { base, ready, parts, title, collection, phrasings, reviewOn, holds }: DocumentSave,
  ): Promise<Document> {
    const { content } = await this.dependencies.draft.read<DocumentContent>(id, 'document')
    if (parts.length !== content.parts.length) throw problem('PARTS_CHANGED')
    const changed: DocumentContent = {
      ...content,
      ...{ title, collection, phrasings, reviewOn, holds },
      parts: content.parts.map((part, i) => ({
        ...part,
        phrasings: parts[i]!.phrasings,
        leftOut: parts[i]!.leftOut,
      })),
    }
    return this.view(
      (await this.dependencies.draft.save(actor, id, 'document', {
        content: tidyDocument(changed),
        summary: summarise('document', changed),
        base,
        ready,
      })) as DraftItem<DocumentContent>,
    )
  }

  private async view({ item, revision, content }: DraftItem<DocumentContent>): Promise<Document> {
    return {
      ...content,
      id: item.id,
      kind: 'document',
      revision: revision.id,
      ...(await this.dependencies.live.changeStateOf(item, revision.id)),
      sourceName: item.sourceName,
      updatedAt: item.updatedAt.toISOString(),
      updatedBy: await this.dependencies.users.nameOf(item.updatedBy),
    }
  }
}

/** The same keys in the same order, so that equal content has an equal hash. */
export function tidyDocument({
  title,
  collection,
  format,
  file,
  address,
  pages,
  phrasings,
  parts,
  reviewOn,
  holds,
}: DocumentContent): DocumentContent {
  return {
    title,
    collection,
    format,
    file,
    address,
    pages,
    phrasings,
    reviewOn,
    parts: parts.map(({ heading, level, page, kind, body, phrasings: taught, leftOut }) => ({
      heading,
      level,
      page,
      kind,
      body,
      phrasings: taught,
      leftOut: leftOut && { by: leftOut.by, because: leftOut.because },
    })),
    ...(holds && isLimited(holds) && { holds: tidyHolds(holds) }),
  }
}

import type { ArticleContent, DocumentContent, RevisionRow, RevisionView } from '@janua/contracts'
import { problem } from '../../platform/http/problems.ts'
import { WITH_TEXT } from './itemKinds.ts'
import type { Actor } from '../accounts/index.ts'
import { type Draft, type ReleaseViews, summarise } from '../releases/index.ts'

interface Dependencies {
  read: Pick<ReleaseViews, 'releaseItems' | 'revisions'>
  draft: Draft
  users: { nameOf(id: number | null): Promise<string> }
}

/** The earlier texts of an item: who wrote them, which releases have them, and back to one of them. */
export class Versions {
  constructor(private readonly dependencies: Dependencies) {}

  async revisions(id: number): Promise<RevisionRow[]> {
    const { read, draft, users } = this.dependencies
    const { item } = await draft.read(id, WITH_TEXT)
    const [revisions, held] = await Promise.all([
      read.revisions.list({
        attributes: ['id', 'authorId', 'createdAt'],
        where: { itemId: id },
        order: [['id', 'DESC']],
        limit: 100,
      }),
      read.releaseItems.list({ where: { itemId: id }, order: [['releaseId', 'ASC']] }),
    ])
    return Promise.all(
      revisions.map(async (revision) => ({
        id: revision.id,
        by: await users.nameOf(revision.authorId),
        at: revision.createdAt.toISOString(),
        current: revision.id === item.draftRevision,
        releases: held
          .filter(({ revisionId }) => revisionId === revision.id)
          .map(({ releaseId }) => releaseId),
      })),
    )
  }

  async revision(id: number, revision: number): Promise<RevisionView> {
    const row = (await this.revisions(id)).find((each) => each.id === revision)
    const stored = row && (await this.dependencies.read.revisions.find(revision))
    if (!row || !stored) throw problem('NOT_FOUND')
    return { ...row, text: asText(stored.content as ArticleContent | DocumentContent) }
  }

  /** Makes an earlier version the draft's again; nothing is lost, as it becomes a new revision. */
  async restore(actor: Actor, id: number, revision: number, base: number): Promise<void> {
    const { draft, read } = this.dependencies
    const { item } = await draft.read(id, WITH_TEXT)
    const stored = await read.revisions.first({ where: { id: revision, itemId: id } })
    if (!stored) throw problem('NOT_FOUND')
    await draft.save(actor, id, item.kind, {
      content: stored.content,
      summary: summarise(item.kind, stored.content),
      base,
      ready: false,
    })
  }
}

/** A version as one text, to be compared word by word. */
function asText(content: ArticleContent | DocumentContent): string {
  const asked = content.phrasings.map((phrasing) => `? ${phrasing}`)
  const body =
    'parts' in content
      ? content.parts
          .map(({ heading, body, leftOut, phrasings }) =>
            [
              heading && `## ${heading}`,
              leftOut && `(left out: ${leftOut.because})`,
              ...phrasings.map((each) => `? ${each}`),
              body,
            ]
              .filter(Boolean)
              .join('\n'),
          )
          .join('\n\n')
      : content.body
  const holds =
    'holds' in content && content.holds
      ? [
          `Holds from ${content.holds.from ?? 'ever'} until ${content.holds.until ?? 'ever'}, doors: ${content.holds.doors.join(', ') || 'all'}`,
        ]
      : []
  return [content.title, content.collection, ...holds, ...asked, '', body].join('\n')
}

import type { SmallTalkContent, Entry, GlossaryContent, VocabularyKind } from '@janua/contracts'
import { Op } from 'sequelize'
import { problem } from '../../platform/http/problems.ts'
import type { Actor } from '../accounts/index.ts'
import {
  type Draft,
  type DraftItem,
  type LivePointer,
  type ReleaseViews,
  summarise,
} from '../releases/index.ts'

type ContentOf = { glossary: GlossaryContent; smallTalk: SmallTalkContent }

interface Dependencies {
  read: Pick<ReleaseViews, 'items'>
  draft: Draft
  live: LivePointer
  users: { nameOf(id: number | null): Promise<string> }
}

/** The glossary, or the small talk, of the draft: short lists whose entries are items of a release. */
export class Vocabulary<K extends VocabularyKind> {
  constructor(
    private readonly kind: K,
    private readonly dependencies: Dependencies,
  ) {}

  async list(): Promise<Entry<ContentOf[K]>[]> {
    const items = await this.dependencies.read.items.list({
      attributes: ['id'],
      where: { kind: this.kind, draftRevision: { [Op.ne]: null } },
      order: this.kind === 'glossary' ? [['title', 'ASC']] : [['id', 'ASC']],
    })
    return Promise.all(
      items.map(async ({ id }) =>
        this.view(await this.dependencies.draft.read<ContentOf[K]>(id, this.kind)),
      ),
    )
  }

  async add(
    actor: Actor,
    { ready, ...given }: ContentOf[K] & { ready: boolean },
  ): Promise<Entry<ContentOf[K]>> {
    const content = tidyVocabulary(this.kind, given as unknown as ContentOf[K])
    await this.refuseTaken(content)
    return this.view(
      (await this.dependencies.draft.add(actor, this.kind, {
        content,
        summary: summarise(this.kind, content),
        ready,
      })) as DraftItem<ContentOf[K]>,
    )
  }

  async save(
    actor: Actor,
    id: number,
    { base, ready, ...given }: ContentOf[K] & { base: number; ready: boolean },
  ): Promise<Entry<ContentOf[K]>> {
    const content = tidyVocabulary(this.kind, given as unknown as ContentOf[K])
    await this.refuseTaken(content, id)
    return this.view(
      (await this.dependencies.draft.save(actor, id, this.kind, {
        content,
        summary: summarise(this.kind, content),
        base,
        ready,
      })) as DraftItem<ContentOf[K]>,
    )
  }

  remove(actor: Actor, id: number): Promise<void> {
    return this.dependencies.draft.remove(actor, id, this.kind)
  }

  private async refuseTaken(content: ContentOf[K], except?: number): Promise<void> {
    const { title } = summarise(this.kind, content)
    const taken = await this.dependencies.read.items.first({
      where: { kind: this.kind, title, draftRevision: { [Op.ne]: null } },
    })
    if (taken && taken.id !== except) throw problem('ENTRY_TAKEN', title)
  }

  private async view({
    item,
    revision,
    content,
  }: DraftItem<ContentOf[K]>): Promise<Entry<ContentOf[K]>> {
    const change = await this.dependencies.live.changeStateOf(item, revision.id)
    return {
      id: item.id,
      revision: revision.id,
      ...change,
      content,
      updatedAt: item.updatedAt.toISOString(),
      updatedBy: await this.dependencies.users.nameOf(item.updatedBy),
    }
  }
}

/** The same keys in the same order, so that equal content has an equal hash. */
export function tidyVocabulary<K extends VocabularyKind>(
  kind: K,
  content: ContentOf[K],
): ContentOf[K] {
  if (kind === 'glossary') {
    const { term, also, meaning } = content as GlossaryContent
    return { term, also: [...also], meaning } as ContentOf[K]
  }
  const { name, says, replies } = content as SmallTalkContent
  return { name, says: [...says], replies: { en: replies.en, de: replies.de } } as ContentOf[K]
}

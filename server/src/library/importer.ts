import { articleContent, type ArticleContent, type ImportResult } from '@janua/contracts'
import { countWords, splitPassages } from '@janua/core'
import type { Actor } from '../accounts/audit.ts'
import { sha256 } from '../accounts/service.ts'
import type { Draft } from '../releases/draft.ts'
import { summarise } from '../releases/summaries.ts'
import { tidy } from './articles.ts'
import type { ContentTables } from './models.ts'
import { readFile, Unreadable } from './readers/read.ts'
import { Op } from 'sequelize'

export interface IncomingFile {
  /** Path within what was dropped, such as "fares/children.md". */
  name: string
  bytes: Buffer
}

/** Takes files into the draft. A file known by its name updates its article; one bad file never stops the others. */
export class Importer {
  constructor(private readonly needs: { draft: Draft; tables: ContentTables }) {}

  async take(actor: Actor, files: readonly IncomingFile[]): Promise<ImportResult[]> {
    const results: ImportResult[] = []
    for (const file of files) results.push(await this.takeOne(actor, file).catch((cause: unknown) => refusal(file.name, cause)))
    return results
  }

  private async takeOne(actor: Actor, { name, bytes }: IncomingFile): Promise<ImportResult> {
    const { content: read, notes } = readFile(name, bytes)
    const { error, value } = articleContent.validate(read)
    if (error) throw new Unreadable(error.message)
    const content = tidy(value)
    const sourceHash = sha256(JSON.stringify(content))
    const sourceName = name.slice(-255)
    const known = await this.needs.tables.items.findOne({ where: { sourceName, draftRevision: { [Op.ne]: null } } })
    const told = { file: name, title: content.title, passages: splitPassages(content.body).length, words: countWords(content.body), notes }
    if (known?.sourceHash === sourceHash) return { ...told, result: 'unchanged', id: known.id }
    const summary = { ...summarise('article', content), sourceName, sourceHash }
    if (!known) {
      const { item } = await this.needs.draft.add(actor, 'article', { content, summary, ready: true })
      return { ...told, result: 'imported', id: item.id }
    }
    const { content: current, revision } = await this.needs.draft.read<ArticleContent>(known.id, 'article')
    const kept = withTaught(content, current)
    await this.needs.draft.save(actor, known.id, 'article', { content: kept, summary: { ...summarise('article', kept), sourceName, sourceHash }, base: revision.id, ready: true })
    return { ...told, result: 'updated', id: known.id }
  }
}

/** A new version of a file keeps the phrasings that were taught in Janua. */
function withTaught(content: ArticleContent, current: ArticleContent): ArticleContent {
  const has = new Set(content.phrasings.map((each) => each.toLowerCase()))
  return { ...content, phrasings: [...content.phrasings, ...current.phrasings.filter((each) => !has.has(each.toLowerCase()))].slice(0, 200) }
}

function refusal(file: string, cause: unknown): ImportResult {
  if (cause instanceof Unreadable) return { file, result: 'refused', reason: cause.message }
  return { file, result: 'refused', reason: 'it could not be stored; nothing else was touched, so please try this file again' }
}

import type { ArticleContent, DocumentContent } from '@janua/contracts'
import { blockText, passagesOf, readBlocks } from '@janua/core'
import type { Response } from 'express'
import { Op } from 'sequelize'
import yazl from 'yazl'
import type { Clock } from '../../platform/clock.ts'
import type { Files } from './files.ts'
import { filePath, type PackedItem } from './readers/packageManifest.ts'
import { packLibrary } from './readers/packLibrary.ts'
import type { LibraryTables } from './tables.ts'
import type { Actor, Audit } from '../accounts/index.ts'
import type { ReleaseViews } from '../releases/index.ts'

interface Dependencies {
  tables: LibraryTables
  read: Pick<ReleaseViews, 'items' | 'revisions'>
  files: Files
  audit: Audit
  clock: Clock
}

const KINDS = ['article', 'fixed', 'document', 'glossary', 'smallTalk'] as const

/** The library on its way out, as it stands in the draft, in formats that anything can open. */
export class Exporter {
  constructor(private readonly dependencies: Dependencies) {}

  /** Sends the library as one ZIP. */
  async send(actor: Actor, res: Response): Promise<void> {
    const { files, audit, clock, tables } = this.dependencies
    const items = await this.items()
    const hashes = [...new Set(items.flatMap(({ content }) => filesIn(content)))]
    const kept = hashes.length === 0 ? [] : await tables.files.findAll({ where: { hash: hashes } })
    const made = clock.now()
    const packed = packLibrary(
      items,
      kept.map(({ hash, name, type }) => ({ hash, name, type })),
      made.toISOString(),
    )
    packed.set('faq.jsonld', `${JSON.stringify(faqOf(items), null, 1)}\n`)
    await audit.note(actor, 'took the library out', `${items.length} items`, {})
    const zip = new yazl.ZipFile()
    for (const [path, text] of packed) zip.addBuffer(Buffer.from(text), path, { mtime: made })
    for (const { hash } of kept)
      zip.addBuffer((await files.read(hash)).bytes, filePath(hash), {
        mtime: made,
        compress: false,
      })
    zip.end()
    res.set({
      'Content-Type': 'application/zip',
      'Content-Disposition': `attachment; filename="janua-library-${made.toISOString().slice(0, 10)}.zip"`,
    })
    await new Promise<void>((done, failed) => {
      zip.outputStream.pipe(res).once('finish', done).once('error', failed)
    })
  }

  /** All items of the draft that make up the library. */
  async items(): Promise<PackedItem[]> {
    const { read } = this.dependencies
    const items = await read.items.list({
      where: { kind: [...KINDS], draftRevision: { [Op.ne]: null } },
      order: [['id', 'ASC']],
    })
    const revisions = new Map(
      (
        await read.revisions.list({
          where: { id: items.map(({ draftRevision }) => draftRevision!) },
        })
      ).map((revision) => [revision.id, revision.content]),
    )
    return items.map(({ uid, kind, ready, sourceName, draftRevision }) => ({
      uid,
      kind: kind as PackedItem['kind'],
      content: revisions.get(draftRevision!),
      ready,
      source: sourceName,
    }))
  }
}

/** Questions with their answers in the vocabulary that search engines read. @see schema.org/FAQPage */
function faqOf(items: readonly PackedItem[]): object {
  const pair = (name: string, text: string) => ({
    '@type': 'Question',
    name,
    acceptedAnswer: { '@type': 'Answer', text },
  })
  const mainEntity = items.flatMap(({ kind, content }) => {
    if (kind === 'document')
      return (content as DocumentContent).parts
        .filter((part) => part.leftOut === null)
        .flatMap((part) => asked(part).map((question) => pair(question, plainText(part.body))))
    if (kind !== 'article' && kind !== 'fixed') return []
    const { phrasings, body } = content as ArticleContent
    const text = passagesOf({ kind: 'article', body })
      .map((passage) => passage.text)
      .join('\n\n')
    return phrasings.map((question) => pair(question, text))
  })
  return { '@context': 'https://schema.org', '@type': 'FAQPage', mainEntity }
}

function asked({ kind, heading, phrasings }: DocumentContent['parts'][number]): string[] {
  return [...(kind === 'question' ? [heading] : []), ...phrasings]
}

function plainText(markdown: string): string {
  return readBlocks(markdown).map(blockText).join('\n\n')
}

function filesIn(content: unknown): string[] {
  const { file, body, parts } = content as Partial<DocumentContent & ArticleContent>
  const texts = [body ?? '', ...(parts ?? []).map((part) => part.body)]
  return [
    ...(file ? [file] : []),
    ...texts.flatMap((text) =>
      [...text.matchAll(/\/files\/([0-9a-f]{64})/g)].map(([, hash]) => hash!),
    ),
  ]
}

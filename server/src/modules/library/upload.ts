import busboy from 'busboy'
import type { Request } from 'express'
import { createWriteStream } from 'node:fs'
import { mkdtemp, readdir, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { MAX_FILE_MB } from '@janua/contracts'
import { problem } from '../../platform/http/problems.ts'
import type { ArrivedFile } from './readers/protocol.ts'

const MB = 1024 * 1024
/** Folders that uploads lie in carry the process that they belong to. */
const FOLDER = 'janua-import-'
const MOST_FILES = 2_000
const MOST_ALL = 500 * MB

export interface Upload {
  folder: string
  files: ArrivedFile[]
  refused: { file: string; reason: string }[]
}

/** Takes the files of a request straight to the disk: memory stays small, and a file that is too large is refused alone. */
export async function receive(req: Request): Promise<Upload> {
  if (!/^multipart\/form-data/i.test(req.get('content-type') ?? '')) throw problem('NO_FILES')
  const upload: Upload = {
    folder: await mkdtemp(join(tmpdir(), `${FOLDER}${process.pid}-`)),
    files: [],
    refused: [],
  }
  try {
    await takeAll(req, upload)
  } catch (cause) {
    await throwAway(upload)
    throw cause
  }
  return upload
}

/** At a start: folders of processes that were killed are thrown away. @returns how many there were */
export async function clearAbandoned(): Promise<number> {
  const abandoned = (await readdir(tmpdir())).filter(
    (name) => name.startsWith(FOLDER) && !isAlive(Number(name.slice(FOLDER.length).split('-')[0])),
  )
  await Promise.all(abandoned.map((name) => throwAway({ folder: join(tmpdir(), name) })))
  return abandoned.length
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0)
    return true
  } catch (cause) {
    return (cause as NodeJS.ErrnoException).code === 'EPERM' // it lives, and belongs to somebody else
  }
}

export async function throwAway({ folder }: Pick<Upload, 'folder'>): Promise<void> {
  await rm(folder, { recursive: true, force: true })
}

function takeAll(req: Request, upload: Upload): Promise<void> {
  const form = busboy({
    headers: req.headers,
    preservePath: true,
    defParamCharset: 'utf8',
    limits: { fileSize: MAX_FILE_MB * MB, files: MOST_FILES },
  })
  const writing: Promise<void>[] = []
  let all = 0
  return new Promise((done, failed) => {
    form.on('file', (_field, stream, { filename }) => {
      const name = (filename || 'unnamed')
        .replace(/^[/\\]+/, '')
        .replaceAll('\\', '/')
        .slice(-500)
      const path = join(upload.folder, String(writing.length))
      let size = 0
      stream.on('data', (piece: Buffer) => {
        size += piece.length
        all += piece.length
      })
      const write = pipeline(stream, createWriteStream(path)).then(() => {
        if (stream.truncated)
          upload.refused.push({ file: name, reason: `it is larger than ${MAX_FILE_MB} MB` })
        else if (all > MOST_ALL)
          upload.refused.push({
            file: name,
            reason: `more than ${MOST_ALL / MB} MB came at once; bring the rest in another go`,
          })
        else upload.files.push({ name, path, size })
      })
      writing.push(write)
      write.catch(failed)
    })
    form.once('filesLimit', () =>
      upload.refused.push({
        file: '…',
        reason: `more than ${MOST_FILES} files came at once; bring the rest in another go`,
      }),
    )
    form.once('error', failed)
    form.once('close', () => void Promise.all(writing).then(() => done(), failed))
    req.once('aborted', () => failed(problem('NO_FILES')))
    req.pipe(form)
  })
}

import { createHash, randomUUID } from 'node:crypto'
import { mkdirSync } from 'node:fs'
import {
  mkdir,
  readdir,
  readFile,
  rename,
  rm,
  stat,
  statfs,
  unlink,
  writeFile,
} from 'node:fs/promises'
import { join } from 'node:path'
import { problem } from '../http/problems.ts'

const MB = 1024 * 1024
/** What nothing refers to is kept for so long: a change that will refer to it may be under way. */
const ORPHAN_HOURS = 24

export interface StoreLimits {
  /** Below so much room on the disk nothing more is taken in, so that the database never runs out of it. */
  leastFreeMb: number
}
const STORE_LIMITS: StoreLimits = { leastFreeMb: 512 }

/**
 * Files outside the database, each named by the SHA-256 hash of its bytes: the same file is stored once, however often it
 * comes. A file is written beside its place and put there by one rename, so that a half-written one is never read.
 */
export class FileStore {
  constructor(
    readonly folder: string,
    private readonly limits: StoreLimits = STORE_LIMITS,
    private readonly freeBytes: (folder: string) => Promise<number> = roomIn,
  ) {
    mkdirSync(folder, { recursive: true, mode: 0o700 })
  }

  /** @returns its hash. @throws DISK_FULL when the disk has too little room left */
  async put(bytes: Buffer): Promise<string> {
    const hash = hashOfFile(bytes)
    const place = this.place(hash)
    if (await isThere(place)) return hash
    await this.refuseWhenFull(bytes.length)
    await mkdir(join(this.folder, hash.slice(0, 2)), { recursive: true, mode: 0o700 })
    const beside = `${place}.${randomUUID()}.new`
    try {
      await writeFile(beside, bytes, { mode: 0o600, flush: true })
      await rename(beside, place)
    } catch (cause) {
      await rm(beside, { force: true })
      throw cause
    }
    return hash
  }

  /** @throws NOT_FOUND when there is no such file */
  async read(hash: string): Promise<Buffer> {
    if (!/^[0-9a-f]{64}$/.test(hash)) throw problem('NOT_FOUND')
    return readFile(this.place(hash)).catch((cause: NodeJS.ErrnoException) => {
      throw cause.code === 'ENOENT' ? problem('NOT_FOUND') : cause
    })
  }

  /** Room on the disk, and whether there is too little of it to take more in. */
  async room(): Promise<{ freeBytes: number; isFull: boolean }> {
    const freeBytes = await this.freeBytes(this.folder)
    return { freeBytes, isFull: freeBytes < this.limits.leastFreeMb * MB }
  }

  /** @throws DISK_FULL when a file of this size would leave too little room */
  async refuseWhenFull(size: number): Promise<void> {
    const { freeBytes } = await this.room()
    if (freeBytes - size < this.limits.leastFreeMb * MB) throw problem('DISK_FULL')
  }

  /**
   * Removes files that nothing refers to any more.
   * @param isUsed of some hashes, those that are referred to
   * @returns how many were removed
   */
  async sweep(
    isUsed: (hashes: readonly string[]) => Promise<ReadonlySet<string>>,
    now: Date,
  ): Promise<number> {
    let removed = 0
    for (const shelf of await readdir(this.folder)) {
      const names = await readdir(join(this.folder, shelf))
      const used = await isUsed(names.filter((name) => name.length === 64))
      for (const name of names.filter((each) => !used.has(each))) {
        const path = join(this.folder, shelf, name)
        if (+now - (await stat(path)).mtimeMs < ORPHAN_HOURS * 3_600_000) continue
        await unlink(path)
        removed++
      }
    }
    return removed
  }

  private place(hash: string): string {
    return join(this.folder, hash.slice(0, 2), hash)
  }
}

/** The name of a file: the hash of its bytes. */
export function hashOfFile(bytes: Buffer): string {
  return createHash('sha256').update(bytes).digest('hex')
}

async function roomIn(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder)
  return bavail * bsize
}

function isThere(path: string): Promise<boolean> {
  return stat(path).then(
    () => true,
    () => false,
  )
}

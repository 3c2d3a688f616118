import asc from 'assemblyscript/asc'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

export const KERNEL_FILE = join(import.meta.dirname, '../core/src/meaning/kernelData.ts')
const OPTIONS = ['--enable', 'simd', '-O3', '--runtime', 'stub', '--importMemory']

/** The file that holds the compiled kernel, as this program makes it of `kernel.as`. */
export async function kernelSource(): Promise<string> {
  const source = readFileSync(join(import.meta.dirname, 'kernel.as'), 'utf8')
  let bytes: Uint8Array | undefined
  const { error, stderr } = await asc.main(['kernel.ts', ...OPTIONS, '-o', 'kernel.wasm'], {
    readFile: (name) => (name === 'kernel.ts' ? source : null),
    writeFile: (_name, contents) => void (bytes = contents as Uint8Array),
    listFiles: () => [],
  })
  if (error || !bytes) throw new Error(`The kernel cannot be compiled: ${String(stderr)}`)
  return `// Made by "npm run kernel" from train/kernel.as. Do not edit.
export const KERNEL =
  '${Buffer.from(bytes).toString('base64')}'
`
}

if (import.meta.filename === process.argv[1]) writeFileSync(KERNEL_FILE, await kernelSource())

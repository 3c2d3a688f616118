import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join, relative } from 'node:path'
import { say } from './say.mjs'
import { digest, filesOf, ROOT } from './setup.mjs'

/** The folders whose TypeScript runs on the server, with where each one's JavaScript goes: as deep as its source, so that paths hold. */
const PARTS = [
  { from: 'core/src', to: 'core/dist' },
  { from: 'contracts/src', to: 'contracts/dist' },
  { from: 'server/src', to: 'server/dist' },
  { from: 'cli', to: 'cli/dist' },
  { from: 'demo', to: 'demo/dist' },
].map(({ from, to }) => ({ from: join(ROOT, from), to: join(ROOT, to) }))
const STAMP = join(ROOT, 'cli/dist/.janua-stamp')

/** Node finds the compiled code of packages under this condition (`exports` in their package.json). */
export const COMPILED = ['--conditions=compiled', '--enable-source-maps']

/**
 * Compiles what runs on the server, file by file, when a source has changed: without a loader threads begin at once and
 * functions carry nothing that is there for debugging.
 */
export async function needServerCode() {
  const parts = PARTS.map(({ from, to }) => ({
    from,
    to,
    files: filesOf(from).filter((file) => file.endsWith('.ts') && !file.endsWith('.d.ts')),
  }))
  const wanted = digest([
    readFileSync(join(ROOT, 'package-lock.json')),
    readFileSync(import.meta.filename),
    ...parts.flatMap(({ files }) => files.flatMap((file) => [file, readFileSync(file)])),
  ])
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) return
  say('Compiling the server …')
  // Loaded here: on a fresh machine packages are installed first.
  const { build } = await import('esbuild')
  for (const { from, to, files } of parts) {
    rmSync(to, { recursive: true, force: true })
    await build({
      entryPoints: files,
      outdir: to,
      outbase: from,
      bundle: true,
      format: 'esm',
      platform: 'node',
      target: 'node20',
      sourcemap: true,
      logLevel: 'warning',
      plugins: [{ name: 'one file each', setup: oneFileEach }],
    })
  }
  writeFileSync(STAMP, wanted)
}

/** Leaves every file a file of its own, and points its imports to where the others' JavaScript is. */
function oneFileEach(compiler) {
  compiler.onResolve({ filter: /.*/ }, ({ path, kind, importer, resolveDir }) => {
    if (kind === 'entry-point') return undefined
    if (!path.startsWith('.')) return { path, external: true }
    const target = compiledTo(join(resolveDir, path))
    const from = relative(dirname(compiledTo(importer)), target)
    return { path: from.startsWith('.') ? from : `./${from}`, external: true }
  })
}

/** Known by this: all that a first load of the demo is made of, code and content. */
export function digestOfDemo() {
  const folders = [
    'core/src',
    'contracts/src',
    'server/src',
    'cli',
    'demo',
    'models',
    'simulators/site',
  ]
  return digest([
    readFileSync(join(ROOT, 'package-lock.json')),
    ...folders.flatMap((folder) =>
      filesOf(join(ROOT, folder)).flatMap((file) => [file, readFileSync(file)]),
    ),
  ])
}

function compiledTo(file) {
  const part = PARTS.find(({ from }) => file.startsWith(`${from}/`))
  return part && file.endsWith('.ts')
    ? join(part.to, relative(part.from, file)).replace(/\.ts$/, '.js')
    : file
}

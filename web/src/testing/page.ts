import { transformSync } from 'esbuild'
import { Window } from 'happy-dom'
import { readFileSync } from 'node:fs'
import Module from 'node:module'
import { compileScript, parse } from 'vue/compiler-sfc'

/**
 * Imported before anything else in tests of components (scripts/test.mjs): Vue looks for a browser as it is loaded. From
 * then on Node has a page, and reads components.
 */
const window = new Window({ url: 'http://janua.test/' }) as unknown as Record<string, unknown>
const NAMES = [
  'document',
  'navigator',
  'Node',
  'Element',
  'HTMLElement',
  'SVGElement',
  'XMLSerializer',
  'Event',
  'EventTarget',
  'KeyboardEvent',
  'MouseEvent',
  'MutationObserver',
  'ResizeObserver',
  'getComputedStyle',
  'requestAnimationFrame',
  'cancelAnimationFrame',
  'matchMedia',
  'localStorage',
  'history',
  'location',
  'HTMLInputElement',
  'HTMLTextAreaElement',
  'CustomEvent',
]
for (const [name, value] of [
  ['window', window] as const,
  ...NAMES.map((name) => [name, window[name]] as const),
])
  Object.defineProperty(globalThis, name, { value, configurable: true, writable: true })

// Components are loaded as CommonJS, where what this package exports as a whole has no name.
const stemmers = Module.createRequire(import.meta.url)('snowball-stemmers') as object
Object.assign(stemmers, { default: stemmers })

type Reads = Record<
  string,
  (module: { _compile(code: string, name: string): void }, filename: string) => void
>
/** What Vite does for the browser, without styles. */
;(Module as unknown as { _extensions: Reads })._extensions['.vue'] = (module, filename) => {
  const source = readFileSync(filename, 'utf8')
  const whole = source.includes('<script') ? source : `<script setup></script>\n${source}`
  const { descriptor, errors } = parse(whole, { filename, ignoreEmpty: false })
  if (errors.length > 0) throw errors[0]!
  const { content } = compileScript(descriptor, { id: filename, inlineTemplate: true })
  const { code } = transformSync(content, { loader: 'ts', format: 'cjs', sourcefile: filename })
  module._compile(code, filename)
}

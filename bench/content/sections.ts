import { countWords } from '@janua/core'

/** The text below one heading, up to the next heading of any level. */
export interface Section {
  manual: string
  file: string
  /** The page's title and the headings above, outermost first. */
  above: string[]
  heading: string
  /** Markdown, without its heading. */
  markdown: string
  words: number
  /** There is no heading below it. */
  leaf: boolean
}

/** Cuts a page's Markdown at its headings; what stands before the first belongs to the page's title. */
export function sectionsOf(
  title: string,
  markdown: string,
  { manual, file }: Pick<Section, 'manual' | 'file'>,
): Section[] {
  const found: (Section & { level: number })[] = [
    { manual, file, above: [], heading: title, markdown: '', words: 0, leaf: true, level: 0 },
  ]
  let fenced = false
  for (const line of markdown.split('\n')) {
    if (/^\s*(```|~~~)/.test(line)) fenced = !fenced
    const [, marks, text] = (!fenced && /^(#{1,6})\s+(.*?)\s*#*$/.exec(line)) || []
    if (marks === undefined) {
      found.at(-1)!.markdown += `${line}\n`
      continue
    }
    const level = marks.length
    const parents = parentsOf(found, level)
    for (const parent of parents) parent.leaf = false
    found.push({
      manual,
      file,
      above: parents.map(({ heading }) => heading),
      heading: plain(text!),
      markdown: '',
      words: 0,
      leaf: true,
      level,
    })
  }
  return found
    .map(({ level: _, ...section }) => ({ ...section, words: countWords(section.markdown) }))
    .filter(({ words }) => words > 0)
}

function parentsOf<T extends { level: number }>(found: readonly T[], level: number): T[] {
  const parents: T[] = []
  let below = level
  for (const section of [...found].reverse()) {
    if (section.level >= below) continue
    parents.unshift(section)
    below = section.level
  }
  return parents
}

/** A heading's words without links, code marks, numbers and the sign that links to it. */
function plain(text: string): string {
  return text
    .replace(/!?\[([^\]]*)\]\([^)]*\)/g, '$1')
    .replace(/\\([^\w\s])/g, '$1')
    .replace(/[`*_]{1,2}(\S[^`*_]*)[`*_]{1,2}/g, '$1')
    .replace(/[¶#]\s*$/, '')
    .replace(
      /^[\s]*(?:Kapitel|Chapter|Anhang|Appendix)?\s*(?:[A-Z]\.)?\d*(?:\.\d+)*\.?\s+(?=\S)/,
      '',
    )
    .trim()
}

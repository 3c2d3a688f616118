import type { DoorContent } from '@janua/contracts'

/** What a company's page takes up to show a door, with every value made safe for an attribute. */
export function embedTag(
  origin: string,
  { key, colour, title }: Pick<DoorContent, 'key' | 'colour' | 'title'>,
): string {
  const attributes = {
    src: `${origin}/door.js`,
    'data-door': key,
    'data-colour': colour,
    'data-label': title,
  }
  const written = Object.entries(attributes)
    .map(([name, value]) => `${name}="${escaped(value)}"`)
    .join(' ')
  return `<script ${written} async></${'script'}>`
}

function escaped(value: string): string {
  return value
    .replace(/&/g, '&amp;')
    .replace(/"/g, '&quot;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
}

import { sha256 } from '../../platform/hash.ts'

/** The name by which a file is known again: its path, within its ZIP if it came in one. */
export function sourceNameOf(file: string): string {
  return file.split(' › ').at(-1)!.slice(-255)
}

/** The name by which a row of a sheet is known again, whatever row it stands in. */
export function sourceNameOfRow(file: string, sheet: string, key: string): string {
  return `${sourceNameOf(file).slice(-220)}#${sha256(`${sheet}\n${key}`).slice(0, 24)}`
}

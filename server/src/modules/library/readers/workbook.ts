import { MAX_SHEET_ROWS } from '@janua/contracts'
import * as XLSX from '@e965/xlsx'
import { tooLong } from './csv.ts'
import type { ReadSheet } from './readFile.ts'
import { oneLine, Unreadable } from './text.ts'
import { laidOpen, openZip } from './zip.ts'

const MOST_COLUMNS = 200

/** XLSX and ODS: each sheet with something in it, cells as they are shown; a formula counts by the result stored with it. */
export async function readWorkbook(bytes: Buffer): Promise<ReadSheet[]> {
  const zip = await openZip(bytes)
  if (!zip.names.includes('xl/workbook.xml') && !zip.names.includes('content.xml'))
    throw new Unreadable('it holds no workbook')
  const workbook = parsed(await laidOpen(zip, (name) => /\.(xml|rels)$/i.test(name)))
  const sheets = workbook.SheetNames.flatMap((name) =>
    workbook.Sheets[name] ? [rowsOf(name, workbook.Sheets[name])] : [],
  ).filter(({ rows }) => rows.length > 0)
  if (sheets.length === 0) throw new Unreadable('all its sheets are empty')
  return sheets
}

function parsed(bytes: Buffer): XLSX.WorkBook {
  try {
    return XLSX.read(bytes, {
      type: 'buffer',
      dense: true,
      cellDates: false,
      cellHTML: false,
      sheetRows: MAX_SHEET_ROWS + 2,
    })
  } catch (cause) {
    throw new Unreadable(
      `the workbook is damaged (${oneLine((cause as Error).message).slice(0, 120)})`,
    )
  }
}

function rowsOf(sheet: string, content: XLSX.WorkSheet): ReadSheet {
  const cells = (content['!data'] ?? []) as (XLSX.CellObject | undefined)[][]
  const full = content['!fullref']
    ? XLSX.utils.decode_range(content['!fullref'] as string).e.r + 1
    : cells.length
  if (full > MAX_SHEET_ROWS + 1 && cells.length > MAX_SHEET_ROWS + 1) throw tooLong(full)
  const faults: ReadSheet['faults'] = []
  const rows = Array.from(cells, (row, r) =>
    Array.from((row ?? []).slice(0, MOST_COLUMNS), (cell) => {
      if (cell?.f && cell.v === undefined)
        faults.push({
          row: r + 1,
          because:
            'it has a formula without a stored result; open and save the file in an office program',
        })
      if (cell?.t === 'e')
        faults.push({
          row: r + 1,
          because: `it has a formula that ended in an error (${cell.w ?? '#'})`,
        })
      return shown(cell)
    }),
  )
  while (rows.length > 0 && rows.at(-1)!.every((cell) => cell === '')) rows.pop()
  return { sheet, rows, faults }
}

function shown(cell: XLSX.CellObject | undefined): string {
  if (!cell || cell.t === 'e' || cell.v === undefined) return ''
  if (cell.t === 'n' && typeof cell.v === 'number' && cell.z && XLSX.SSF.is_date(String(cell.z))) {
    const at = XLSX.SSF.parse_date_code(cell.v) as {
      y: number
      m: number
      d: number
      H: number
      M: number
    } | null
    if (at && at.y > 1900 && cell.v >= 1 && at.H === 0 && at.M === 0)
      return `${at.y}-${String(at.m).padStart(2, '0')}-${String(at.d).padStart(2, '0')}`
  }
  return String(cell.w ?? cell.v).trim()
}

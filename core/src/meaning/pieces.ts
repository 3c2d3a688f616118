/** Word pieces by which a sentence encoder reads a text, each with its log-probability, in the order of their numbers. */
export type PieceTable = readonly (readonly [piece: string, score: number])[]

interface Branch {
  next: Map<string, Branch>
  id: number
  score: number
}

/** Pieces with a meaning of their own to the encoder, such as "unknown". */
const RESERVED = 6
const UNKNOWN = 0
/** More pieces are not read. */
const MOST_PIECES = 128

/**
 * Cuts texts into the pieces that are likeliest together.
 * @returns a function from a text to the numbers of at most MOST_PIECES pieces
 * @see T. Kudo, "Subword regularization" (2018): the unigram model and its best path
 */
export function pieceReader(table: PieceTable): (text: string) => number[] {
  const root: Branch = { next: new Map(), id: -1, score: 0 }
  const lengths = table.map(([piece]) => [...piece].length)
  table.forEach(([piece, score], id) => {
    if (id < RESERVED) return
    let branch = root
    for (const character of piece) {
      let next = branch.next.get(character)
      if (!next) branch.next.set(character, (next = { next: new Map(), id: -1, score: 0 }))
      branch = next
    }
    branch.id = id
    branch.score = score
  })
  return (text) => bestPath(root, lengths, [...marked(text)])
}

/** Words begin with a mark, so that pieces know where they stand. */
function marked(text: string): string {
  const plain = text.normalize('NFKC')
  return plain === '' ? '' : `▁${plain.replaceAll(' ', '▁')}`
}

function bestPath(root: Branch, lengths: readonly number[], characters: string[]): number[] {
  const best = new Float64Array(characters.length + 1)
  const last = new Int32Array(characters.length + 1)
  const reached = new Uint8Array(characters.length + 1)
  for (let from = 0; from < characters.length; from++) {
    let branch: Branch | undefined = root
    for (let to = from; to < characters.length; to++) {
      branch = branch.next.get(characters[to]!)
      if (!branch) break
      if (branch.id < 0) continue
      const score = branch.score + best[from]!
      if (reached[to + 1] && best[to + 1] !== 0 && score < best[to + 1]!) continue
      best[to + 1] = score
      last[to + 1] = branch.id
      reached[to + 1] = 1
    }
  }
  const path: number[] = []
  for (let at = characters.length; at > 0;) {
    const id = last[at]!
    if (id !== UNKNOWN || path.at(-1) !== UNKNOWN) path.push(id)
    at -= id === UNKNOWN ? 1 : lengths[id]!
  }
  return path.reverse().slice(0, MOST_PIECES)
}

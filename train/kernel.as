// Compiled by AssemblyScript to core/src/meaning/kernelData.ts ("npm run kernel"); no part of the app's own TypeScript.
/**
 * out[rows, columns] = input[rows, depth] × weights[depth, columns]. The weights lie in panels of eight columns: panel, depth, column.
 * Four rows are taken at a time, so that each weight is loaded once for them.
 */
export function multiply(
  input: usize,
  weights: usize,
  out: usize,
  rows: i32,
  depth: i32,
  columns: i32,
): void {
  const rowBytes = <usize>(depth * 4)
  const outBytes = <usize>(columns * 4)
  const panelBytes = <usize>(depth * 32)
  for (let panel = 0; panel < columns >> 3; panel++) {
    const begin = weights + <usize>panel * panelBytes
    const end = begin + panelBytes
    let row = 0
    for (; row + 4 <= rows; row += 4) {
      let a = input + <usize>row * rowBytes
      let b = a + rowBytes
      let c = b + rowBytes
      let d = c + rowBytes
      let a0 = f32x4.splat(0)
      let a1 = f32x4.splat(0)
      let b0 = f32x4.splat(0)
      let b1 = f32x4.splat(0)
      let c0 = f32x4.splat(0)
      let c1 = f32x4.splat(0)
      let d0 = f32x4.splat(0)
      let d1 = f32x4.splat(0)
      for (let at = begin; at < end; at += 32) {
        const left = v128.load(at)
        const right = v128.load(at, 16)
        let value = v128.load32_splat(a)
        a0 = f32x4.add(a0, f32x4.mul(value, left))
        a1 = f32x4.add(a1, f32x4.mul(value, right))
        value = v128.load32_splat(b)
        b0 = f32x4.add(b0, f32x4.mul(value, left))
        b1 = f32x4.add(b1, f32x4.mul(value, right))
        value = v128.load32_splat(c)
        c0 = f32x4.add(c0, f32x4.mul(value, left))
        c1 = f32x4.add(c1, f32x4.mul(value, right))
        value = v128.load32_splat(d)
        d0 = f32x4.add(d0, f32x4.mul(value, left))
        d1 = f32x4.add(d1, f32x4.mul(value, right))
        a += 4
        b += 4
        c += 4
        d += 4
      }
      let to = out + <usize>row * outBytes + ((<usize>panel) << 5)
      v128.store(to, a0)
      v128.store(to, a1, 16)
      to += outBytes
      v128.store(to, b0)
      v128.store(to, b1, 16)
      to += outBytes
      v128.store(to, c0)
      v128.store(to, c1, 16)
      to += outBytes
      v128.store(to, d0)
      v128.store(to, d1, 16)
    }
    for (; row < rows; row++) {
      let a = input + <usize>row * rowBytes
      let a0 = f32x4.splat(0)
      let a1 = f32x4.splat(0)
      for (let at = begin; at < end; at += 32) {
        const value = v128.load32_splat(a)
        a0 = f32x4.add(a0, f32x4.mul(value, v128.load(at)))
        a1 = f32x4.add(a1, f32x4.mul(value, v128.load(at, 16)))
        a += 4
      }
      const to = out + <usize>row * outBytes + ((<usize>panel) << 5)
      v128.store(to, a0)
      v128.store(to, a1, 16)
    }
  }
}

/** The largest whole number that rows are narrowed to: 1,536 of them times 127 still fit into 32 bits. */
const LARGEST: f32 = 11000

/**
 * Rows of floats as whole numbers of two bytes with the size of a step for each row. Four rows lie together: two numbers of the
 * first, two of the second and so on. Rows up to the next multiple of four must lie there, whatever they hold; the depth is a
 * multiple of four.
 */
export function narrowRows(input: usize, out: usize, steps: usize, rows: i32, depth: i32): void {
  const rowBytes = <usize>(depth * 4)
  for (let row = 0; row < rows; row += 4) {
    const a = input + <usize>row * rowBytes
    const b = a + rowBytes
    const c = b + rowBytes
    const d = c + rowBytes
    const ofA = perStep(a, rowBytes, steps + <usize>row * 4)
    const ofB = perStep(b, rowBytes, steps + <usize>row * 4 + 4)
    const ofC = perStep(c, rowBytes, steps + <usize>row * 4 + 8)
    const ofD = perStep(d, rowBytes, steps + <usize>row * 4 + 12)
    let to = out + ((<usize>row * rowBytes) >> 1)
    for (let at: usize = 0; at < rowBytes; at += 16) {
      const ab = i16x8.narrow_i32x4_s(whole(a + at, ofA), whole(b + at, ofB))
      const cd = i16x8.narrow_i32x4_s(whole(c + at, ofC), whole(d + at, ofD))
      v128.store(to, v128.shuffle<i32>(ab, cd, 0, 2, 4, 6))
      v128.store(to, v128.shuffle<i32>(ab, cd, 1, 3, 5, 7), 16)
      to += 32
    }
  }
}

// @ts-ignore: decorator
@inline
function whole(at: usize, perStep: v128): v128 {
  return i32x4.trunc_sat_f32x4_s(f32x4.nearest(f32x4.mul(v128.load(at), perStep)))
}

/** Stores the size of a row's step, and gives back how many steps a number of one has. */
// @ts-ignore: decorator
@inline
function perStep(row: usize, bytes: usize, step: usize): v128 {
  let most = f32x4.splat(0)
  for (let at: usize = 0; at < bytes; at += 16)
    most = f32x4.max(most, f32x4.abs(v128.load(row + at)))
  const largest = max(
    max(f32x4.extract_lane(most, 0), f32x4.extract_lane(most, 1)),
    max(f32x4.extract_lane(most, 2), f32x4.extract_lane(most, 3)),
  )
  store<f32>(step, largest / LARGEST)
  return f32x4.splat(largest > 0 ? LARGEST / largest : 0)
}

/**
 * Like `multiply` for narrowed rows: out = input × weights × steps × scales + bias + plus, where `plus` is 0 or lies like `out`; with
 * `rectify` nothing below 0. The weights lie in panels of eight columns: two rows of depth of the first four columns, of the others.
 */
export function multiplyNarrow(
  input: usize,
  steps: usize,
  weights: usize,
  scales: usize,
  bias: usize,
  plus: usize,
  out: usize,
  rows: i32,
  depth: i32,
  columns: i32,
  rectify: bool,
): void {
  const outBytes = <usize>(columns * 4)
  const panelBytes = <usize>(depth * 16)
  const least = rectify ? f32x4.splat(0) : f32x4.splat(-Infinity)
  for (let panel = 0; panel < columns >> 3; panel++) {
    const begin = weights + <usize>panel * panelBytes
    const end = begin + panelBytes
    const column = (<usize>panel) << 5
    let a = input
    for (let row = 0; row < rows; row += 4) {
      let a0 = i32x4.splat(0)
      let a1 = i32x4.splat(0)
      let b0 = i32x4.splat(0)
      let b1 = i32x4.splat(0)
      let c0 = i32x4.splat(0)
      let c1 = i32x4.splat(0)
      let d0 = i32x4.splat(0)
      let d1 = i32x4.splat(0)
      for (let at = begin; at < end; at += 64) {
        let left = v128.load(at)
        let right = v128.load(at, 16)
        let value = v128.load32_splat(a)
        a0 = i32x4.add(a0, i32x4.dot_i16x8_s(value, left))
        a1 = i32x4.add(a1, i32x4.dot_i16x8_s(value, right))
        value = v128.load32_splat(a, 4)
        b0 = i32x4.add(b0, i32x4.dot_i16x8_s(value, left))
        b1 = i32x4.add(b1, i32x4.dot_i16x8_s(value, right))
        value = v128.load32_splat(a, 8)
        c0 = i32x4.add(c0, i32x4.dot_i16x8_s(value, left))
        c1 = i32x4.add(c1, i32x4.dot_i16x8_s(value, right))
        value = v128.load32_splat(a, 12)
        d0 = i32x4.add(d0, i32x4.dot_i16x8_s(value, left))
        d1 = i32x4.add(d1, i32x4.dot_i16x8_s(value, right))
        left = v128.load(at, 32)
        right = v128.load(at, 48)
        value = v128.load32_splat(a, 16)
        a0 = i32x4.add(a0, i32x4.dot_i16x8_s(value, left))
        a1 = i32x4.add(a1, i32x4.dot_i16x8_s(value, right))
        value = v128.load32_splat(a, 20)
        b0 = i32x4.add(b0, i32x4.dot_i16x8_s(value, left))
        b1 = i32x4.add(b1, i32x4.dot_i16x8_s(value, right))
        value = v128.load32_splat(a, 24)
        c0 = i32x4.add(c0, i32x4.dot_i16x8_s(value, left))
        c1 = i32x4.add(c1, i32x4.dot_i16x8_s(value, right))
        value = v128.load32_splat(a, 28)
        d0 = i32x4.add(d0, i32x4.dot_i16x8_s(value, left))
        d1 = i32x4.add(d1, i32x4.dot_i16x8_s(value, right))
        a += 32
      }
      const at = <usize>row * outBytes + column
      const ofRows = steps + <usize>row * 4
      finish(a0, a1, ofRows, scales + column, bias + column, plus, out, at, least)
      finish(b0, b1, ofRows + 4, scales + column, bias + column, plus, out, at + outBytes, least)
      finish(c0, c1, ofRows + 8, scales + column, bias + column, plus, out, at + 2 * outBytes, least)
      finish(d0, d1, ofRows + 12, scales + column, bias + column, plus, out, at + 3 * outBytes, least)
    }
  }
}

// @ts-ignore: decorator
@inline
function finish(
  left: v128,
  right: v128,
  step: usize,
  scales: usize,
  bias: usize,
  plus: usize,
  out: usize,
  at: usize,
  least: v128,
): void {
  const size = v128.load32_splat(step)
  let a = f32x4.mul(f32x4.mul(f32x4.convert_i32x4_s(left), size), v128.load(scales))
  let b = f32x4.mul(f32x4.mul(f32x4.convert_i32x4_s(right), size), v128.load(scales, 16))
  a = f32x4.add(a, v128.load(bias))
  b = f32x4.add(b, v128.load(bias, 16))
  if (plus) {
    a = f32x4.add(a, v128.load(plus + at))
    b = f32x4.add(b, v128.load(plus + at, 16))
  }
  v128.store(out + at, f32x4.max(a, least))
  v128.store(out + at, f32x4.max(b, least), 16)
}

const EPSILON: f32 = 1e-6

/** Rows with mean 0 and variance 1, times a scale and plus a shift for each column; the width is a multiple of four. */
export function normalise(
  input: usize,
  scale: usize,
  shift: usize,
  out: usize,
  rows: i32,
  width: i32,
): void {
  const bytes = <usize>(width * 4)
  for (let row = 0; row < rows; row++) {
    const from = input + <usize>row * bytes
    const to = out + <usize>row * bytes
    let sum = f32x4.splat(0)
    for (let at: usize = 0; at < bytes; at += 16) sum = f32x4.add(sum, v128.load(from + at))
    const mean = f32x4.splat(added(sum) / <f32>width)
    let squares = f32x4.splat(0)
    for (let at: usize = 0; at < bytes; at += 16) {
      const off = f32x4.sub(v128.load(from + at), mean)
      squares = f32x4.add(squares, f32x4.mul(off, off))
    }
    const by = f32x4.splat(1 / sqrt<f32>(added(squares) / <f32>width + EPSILON))
    for (let at: usize = 0; at < bytes; at += 16) {
      const even = f32x4.mul(f32x4.sub(v128.load(from + at), mean), by)
      v128.store(
        to + at,
        f32x4.add(f32x4.mul(even, v128.load(scale + at)), v128.load(shift + at)),
      )
    }
  }
}

// @ts-ignore: decorator
@inline
function added(four: v128): f32 {
  return (
    f32x4.extract_lane(four, 0) +
    f32x4.extract_lane(four, 1) +
    (f32x4.extract_lane(four, 2) + f32x4.extract_lane(four, 3))
  )
}

/**
 * Each row gathers from the rows of its text what it asks them for. A row of `asked` holds queries, keys and values, `width` numbers
 * each, of four heads one after the other; of `out`, `width` numbers. A quarter of the width is a multiple of sixteen.
 * @param shares room for as many floats as there are rows, and three more
 */
export function attend(
  asked: usize,
  out: usize,
  shares: usize,
  begin: i32,
  end: i32,
  width: i32,
): void {
  const part = <usize>width
  const rowBytes = part * 12
  const n = end - begin
  const root = f32x4.splat(1 / sqrt<f32>(<f32>width / 4))
  for (let i = n; i & 3; i++) store<f32>(shares + ((<usize>i) << 2), -Infinity)
  for (let head: usize = 0; head < 4; head++)
    for (let row = begin; row < end; row++) {
      const query = asked + <usize>row * rowBytes + head * part
      let key = asked + <usize>begin * rowBytes + part * 4 + head * part
      for (let other = 0; other < n; other++) {
        let a = f32x4.splat(0)
        let b = f32x4.splat(0)
        for (let at: usize = 0; at < part; at += 32) {
          a = f32x4.add(a, f32x4.mul(v128.load(query + at), v128.load(key + at)))
          b = f32x4.add(b, f32x4.mul(v128.load(query + at, 16), v128.load(key + at, 16)))
        }
        store<f32>(shares + ((<usize>other) << 2), added(f32x4.add(a, b)))
        key += rowBytes
      }
      const all = f32x4.splat(1 / weighed(shares, n, root))
      const to = out + <usize>row * part * 4 + head * part
      for (let at: usize = 0; at < part; at += 64) {
        let value = asked + <usize>begin * rowBytes + part * 8 + head * part + at
        let a = f32x4.splat(0)
        let b = f32x4.splat(0)
        let c = f32x4.splat(0)
        let d = f32x4.splat(0)
        for (let other = 0; other < n; other++) {
          const share = v128.load32_splat(shares + ((<usize>other) << 2))
          a = f32x4.add(a, f32x4.mul(share, v128.load(value)))
          b = f32x4.add(b, f32x4.mul(share, v128.load(value, 16)))
          c = f32x4.add(c, f32x4.mul(share, v128.load(value, 32)))
          d = f32x4.add(d, f32x4.mul(share, v128.load(value, 48)))
          value += rowBytes
        }
        v128.store(to + at, f32x4.mul(a, all))
        v128.store(to + at, f32x4.mul(b, all), 16)
        v128.store(to + at, f32x4.mul(c, all), 32)
        v128.store(to + at, f32x4.mul(d, all), 48)
      }
    }
}

/** Turns scores into e to the power of how far they lie below the largest, and gives back their sum. */
function weighed(scores: usize, n: i32, root: v128): f32 {
  const end = scores + ((<usize>((n + 3) & ~3)) << 2)
  let most = f32x4.splat(-Infinity)
  for (let at = scores; at < end; at += 16) most = f32x4.max(most, v128.load(at))
  most = f32x4.splat(
    max(
      max(f32x4.extract_lane(most, 0), f32x4.extract_lane(most, 1)),
      max(f32x4.extract_lane(most, 2), f32x4.extract_lane(most, 3)),
    ),
  )
  let sum = f32x4.splat(0)
  for (let at = scores; at < end; at += 16) {
    const power = exponential(f32x4.mul(f32x4.sub(v128.load(at), most), root))
    v128.store(at, power)
    sum = f32x4.add(sum, power)
  }
  // What fills up to four is next to nothing now, and has to be far below all of the next row again.
  for (let i = n; i & 3; i++) store<f32>(scores + ((<usize>i) << 2), -Infinity)
  return added(sum)
}

/** e^x for x ≤ 0: two to a whole power times what is left, by its series; off by less than a millionth. */
function exponential(x: v128): v128 {
  const powers = f32x4.max(f32x4.mul(x, f32x4.splat(1.44269504)), f32x4.splat(-126))
  const wholes = f32x4.nearest(powers)
  const left = f32x4.mul(f32x4.sub(powers, wholes), f32x4.splat(0.69314718))
  let series = f32x4.splat(1 / 720)
  series = f32x4.add(f32x4.mul(series, left), f32x4.splat(1 / 120))
  series = f32x4.add(f32x4.mul(series, left), f32x4.splat(1 / 24))
  series = f32x4.add(f32x4.mul(series, left), f32x4.splat(1 / 6))
  series = f32x4.add(f32x4.mul(series, left), f32x4.splat(1 / 2))
  series = f32x4.add(f32x4.mul(series, left), f32x4.splat(1))
  series = f32x4.add(f32x4.mul(series, left), f32x4.splat(1))
  return i32x4.add(series, i32x4.shl(i32x4.trunc_sat_f32x4_s(wholes), 23))
}

/**
 * Products of a vector of whole numbers of two bytes with rows of such of one byte. The width is a multiple of 16; of 256 columns no sum is too
 * large for four bytes.
 */
export function multiplyBytes(
  asked: usize,
  rows: usize,
  out: usize,
  count: i32,
  width: i32,
): void {
  let row = rows
  for (let i = 0; i < count; i++) {
    let low = i32x4.splat(0)
    let high = i32x4.splat(0)
    for (let at = 0; at < width; at += 16) {
      const bytes = v128.load(row + at)
      const by = asked + ((<usize>at) << 1)
      low = i32x4.add(low, i32x4.dot_i16x8_s(i16x8.extend_low_i8x16_s(bytes), v128.load(by)))
      high = i32x4.add(
        high,
        i32x4.dot_i16x8_s(i16x8.extend_high_i8x16_s(bytes), v128.load(by, 16)),
      )
    }
    const sum = i32x4.add(low, high)
    store<i32>(
      out + ((<usize>i) << 2),
      i32x4.extract_lane(sum, 0) +
        i32x4.extract_lane(sum, 1) +
        i32x4.extract_lane(sum, 2) +
        i32x4.extract_lane(sum, 3),
    )
    row += width
  }
}

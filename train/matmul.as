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

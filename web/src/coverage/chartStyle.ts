/** A colour of the scheme in force: charts draw with values, not with variables. */
export function token(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()
}

/** What all charts share. */
export function base() {
  return {
    aria: { enabled: true },
    textStyle: {
      fontFamily: "'Figtree Variable', sans-serif",
      color: token('muted'),
      fontSize: 12.5,
    },
    animation: !matchMedia('(prefers-reduced-motion: reduce)').matches,
    animationDuration: 300,
  }
}
export const axis = () => ({
  axisLine: { lineStyle: { color: token('line') } },
  axisTick: { show: false },
  axisLabel: { color: token('muted') },
  splitLine: { lineStyle: { color: token('line') } },
})
export const tooltip = () => ({
  backgroundColor: token('surface'),
  borderColor: token('line'),
  textStyle: { color: token('ink'), fontSize: 13 },
})

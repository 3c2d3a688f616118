import { useConfirmed } from '../shell/useConfirmed.ts'

/** Asks before something leaves the draft. @returns a function that takes its name and says whether the person wants it */
export function useTakeOut(): (title: string) => Promise<boolean> {
  const confirmed = useConfirmed()
  return (title) =>
    confirmed({
      header: `Take out “${title}”?`,
      message:
        'It leaves the draft. Visitors keep it until you publish, and until then Releases can put it back. What was never published is gone for good.',
      accept: 'Take it out',
    })
}

import { isWithin } from './pages.ts'

type Shortcut = [keys: string, action: string]

const EVERYWHERE: Shortcut[] = [
  ['/', 'Find anything'],
  ['?', 'Show these keys'],
]
const PAGES: Record<string, Shortcut[]> = {
  '/desk': [
    ['T', 'Take the conversation that is due first'],
    ['J · K', 'Next, previous of mine'],
    ['R · N', 'Write a reply, a note'],
    ['M', 'Move it'],
    ['B', 'Back to the assistant'],
    ['C', 'Close it; then 1 to 5 for how, Y for the right queue'],
    ['Ctrl Enter', 'Send the reply'],
    ['Alt 1 · Alt 2', 'Put a passage of the brief into the reply'],
    ['Alt L', 'Look up a passage'],
  ],
  '/gaps': [
    ['J · K', 'Next, previous gap'],
    ['Enter', 'Open the marked gap'],
  ],
  '/questions': [
    ['J · K', 'Next, previous question'],
    ['R · P · W', 'Its answer is right, partly right, wrong'],
    ['S · Q', 'Rightly silent; not a question'],
    ['N', 'Pass it over'],
    ['U', 'Undo the last review'],
  ],
  '/audit-sample': [
    ['R · P · W', 'The answer is right, partly right, wrong'],
    ['N', 'Pass it over'],
  ],
  '/unsettled': [
    ['J · K', 'Next, previous question'],
    ['Enter', 'Fix the marked question'],
  ],
  '/rehearsal': [
    ['R · W', 'The shown answer is right, wrong'],
    ['S', 'It should have been…'],
    ['C', 'Compare with live'],
    ['E', 'Edit the article beside it'],
  ],
  '/threshold': [
    ['R · P · W', 'The answer before you is right, partly right, wrong'],
    ['N', 'Pass it over'],
  ],
  '/replay': [
    ['J · K', 'Next, previous question'],
    ['R · W', 'The draft’s answer is right, wrong'],
    ['A', 'Take the change as intended'],
  ],
  '/library': [
    ['Ctrl S', 'Save the article'],
    ['Y · N', 'Take, refuse the marked way to ask'],
  ],
  '/documents': [['Ctrl S', 'Save the document']],
  '/health': [
    ['J · K', 'Next, previous finding'],
    ['M', 'It is meant so'],
  ],
  '/fixed': [['Ctrl S', 'Save the fixed answer']],
}

/** The keys of a page, its own first. */
export function shortcutsOf(path: string): Shortcut[] {
  const page = Object.keys(PAGES).find((each) => isWithin(path, each))
  return [...(page ? PAGES[page]! : []), ...EVERYWHERE]
}

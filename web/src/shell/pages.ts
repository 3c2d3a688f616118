import type { Role } from '@janua/contracts'

export interface PageEntry {
  path: string
  name: string
  roles: readonly Role[]
}
export interface Group {
  name: string
  pages: PageEntry[]
}

/** The four groups of the loop, with the pages that work. */
export const GROUPS: Group[] = [
  {
    name: 'Build',
    pages: [
      { path: '/library', name: 'Library', roles: ['lead', 'editor', 'agent'] },
      { path: '/sites', name: 'Sites', roles: ['lead', 'editor'] },
      { path: '/fixed', name: 'Fixed answers', roles: ['lead', 'editor', 'agent'] },
      { path: '/glossary', name: 'Glossary', roles: ['lead', 'editor', 'agent'] },
      { path: '/small-talk', name: 'Small talk', roles: ['lead', 'editor', 'agent'] },
      { path: '/health', name: 'Health', roles: ['lead', 'editor'] },
      { path: '/doors', name: 'Doors', roles: ['lead', 'editor'] },
      { path: '/models', name: 'Models', roles: ['lead'] },
    ],
  },
  {
    name: 'Prove',
    pages: [
      { path: '/rehearsal', name: 'Rehearsal', roles: ['lead', 'editor'] },
      { path: '/checks', name: 'Checks', roles: ['lead', 'editor'] },
      { path: '/replay', name: 'Replay', roles: ['lead', 'editor'] },
      { path: '/threshold', name: 'Threshold', roles: ['lead', 'editor'] },
      { path: '/releases', name: 'Releases', roles: ['lead', 'editor'] },
    ],
  },
  {
    name: 'Run',
    pages: [
      { path: '/desk', name: 'Desk', roles: ['lead', 'agent'] },
      { path: '/queues', name: 'Queues', roles: ['lead', 'agent'] },
      { path: '/routing', name: 'Routing', roles: ['lead'] },
    ],
  },
  {
    name: 'Learn',
    pages: [
      { path: '/today', name: 'Today', roles: ['lead', 'editor'] },
      { path: '/gaps', name: 'Gaps', roles: ['lead', 'editor'] },
      { path: '/proposals', name: 'Proposals', roles: ['lead', 'agent'] },
      { path: '/coverage', name: 'Coverage', roles: ['lead', 'editor'] },
      { path: '/questions', name: 'Questions', roles: ['lead', 'editor'] },
      { path: '/audit-sample', name: 'Audit sample', roles: ['lead', 'editor'] },
    ],
  },
]
export const ACCOUNT_PAGES: PageEntry[] = [
  { path: '/account', name: 'Your account', roles: ['lead', 'editor', 'agent'] },
  { path: '/team', name: 'Team', roles: ['lead'] },
  { path: '/system', name: 'System', roles: ['lead'] },
  { path: '/audit', name: 'Audit trail', roles: ['lead'] },
]

export function pagesFor(role: Role): Group[] {
  return GROUPS.map((group) => ({
    ...group,
    pages: group.pages.filter((page) => page.roles.includes(role)),
  })).filter(({ pages }) => pages.length > 0)
}

/** Pages that belong to another one. */
const BELOW: Record<string, string> = {
  '/documents': '/library',
  '/unsettled': '/gaps',
  '/week': '/today',
}

/** The page of the menus that an address belongs to; none where there is no such page. */
export function pageOf(path: string) {
  const below = Object.entries(BELOW).find(([beginning]) => isWithin(path, beginning))?.[1] ?? path
  return [...GROUPS.flatMap(({ pages }) => pages), ...ACCOUNT_PAGES].find((page) =>
    isWithin(below, page.path),
  )
}

/** Whether an address is a page or lies below it. */
export function isWithin(path: string, page: string): boolean {
  return path === page || path.startsWith(`${page}/`)
}

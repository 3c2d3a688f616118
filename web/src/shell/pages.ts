import { t } from './i18n.ts'
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

const EVERYBODY: readonly Role[] = ['lead', 'editor', 'agent']

/** The four groups of the loop, with the pages that work. */
export const GROUPS: Group[] = [
  {
    name: t('shell.pages.build'),
    pages: [
      { path: '/library', name: t('shell.pages.library'), roles: EVERYBODY },
      { path: '/sites', name: t('shell.pages.sites'), roles: ['lead', 'editor'] },
      { path: '/fixed', name: t('shell.pages.fixedAnswers'), roles: EVERYBODY },
      { path: '/glossary', name: t('shell.pages.glossary'), roles: EVERYBODY },
      { path: '/small-talk', name: t('shell.pages.smallTalk'), roles: EVERYBODY },
      { path: '/health', name: t('shell.pages.health'), roles: ['lead', 'editor'] },
      { path: '/doors', name: t('common.doors'), roles: ['lead', 'editor'] },
      { path: '/models', name: t('shell.pages.models'), roles: ['lead'] },
    ],
  },
  {
    name: t('shell.pages.prove'),
    pages: [
      { path: '/rehearsal', name: t('shell.pages.rehearsal'), roles: ['lead', 'editor'] },
      { path: '/checks', name: t('shell.pages.checks'), roles: ['lead', 'editor'] },
      { path: '/replay', name: t('shell.pages.replay'), roles: ['lead', 'editor'] },
      { path: '/threshold', name: t('shell.pages.threshold'), roles: ['lead', 'editor'] },
      { path: '/releases', name: t('shell.pages.releases'), roles: ['lead', 'editor'] },
    ],
  },
  {
    name: t('shell.pages.run'),
    pages: [
      { path: '/desk', name: t('shell.pages.desk'), roles: ['lead', 'agent'] },
      { path: '/queues', name: t('shell.pages.queues'), roles: ['lead', 'agent'] },
      { path: '/routing', name: t('shell.pages.routing'), roles: ['lead'] },
    ],
  },
  {
    name: t('shell.pages.learn'),
    pages: [
      { path: '/today', name: t('shell.pages.today'), roles: ['lead', 'editor'] },
      { path: '/gaps', name: t('shell.pages.gaps'), roles: ['lead', 'editor'] },
      { path: '/proposals', name: t('shell.pages.proposals'), roles: ['lead', 'agent'] },
      { path: '/coverage', name: t('shell.pages.coverage'), roles: ['lead', 'editor'] },
      { path: '/questions', name: t('common.questions'), roles: ['lead', 'editor'] },
      { path: '/audit-sample', name: t('shell.pages.auditSample'), roles: ['lead', 'editor'] },
    ],
  },
]
export const ACCOUNT_PAGES: PageEntry[] = [
  { path: '/account', name: t('shell.pages.yourAccount'), roles: EVERYBODY },
  { path: '/guide', name: t('shell.pages.guide'), roles: EVERYBODY },
  { path: '/help', name: t('shell.pages.help'), roles: EVERYBODY },
  { path: '/team', name: t('shell.pages.team'), roles: ['lead'] },
  { path: '/mail', name: t('shell.pages.mail'), roles: ['lead'] },
  { path: '/system', name: t('shell.pages.system'), roles: ['lead'] },
  { path: '/audit', name: t('shell.pages.auditTrail'), roles: ['lead'] },
]

/** Settings that stand on a page of another name. */
export const SETTINGS: (PageEntry & { on: string })[] = [
  setting('/account', t('shell.settings.language'), t('shell.pages.yourAccount'), EVERYBODY),
  setting('/account', t('shell.settings.password'), t('shell.pages.yourAccount'), EVERYBODY),
  setting('/account', t('shell.settings.secondFactor'), t('shell.pages.yourAccount'), EVERYBODY),
  setting('/queues', t('shell.settings.hours'), t('shell.pages.queues'), ['lead']),
  setting('/queues', t('shell.settings.overflow'), t('shell.pages.queues'), ['lead']),
  setting('/doors', t('shell.settings.texts'), t('common.doors'), ['lead', 'editor']),
  setting('/doors', t('shell.settings.sites'), t('common.doors'), ['lead', 'editor']),
  setting('/doors', t('shell.settings.handOver'), t('common.doors'), ['lead', 'editor']),
  setting('/models/encoder', t('shell.settings.encoder'), t('shell.pages.models'), ['lead']),
  setting('/coverage', t('shell.settings.targets'), t('shell.pages.coverage'), ['lead']),
  setting('/system', t('shell.settings.retention'), t('shell.pages.system'), ['lead']),
  setting('/system', t('shell.settings.signIn'), t('shell.pages.system'), ['lead']),
  setting('/system', t('shell.settings.jobs'), t('shell.pages.system'), ['lead']),
]

function setting(path: string, name: string, on: string, roles: readonly Role[]) {
  return { path, name, on, roles }
}

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
  '/start': '/today',
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

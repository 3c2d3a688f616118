import { t } from './i18n.ts'
import type { Role } from '@janua/contracts'
import { createRouter, createWebHistory } from 'vue-router'
import { pageOf } from './pages.ts'
import { useSession } from './session.ts'

declare module 'vue-router' {
  interface RouteMeta {
    open?: boolean
  }
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: () => useSession().home },
    {
      path: '/sign-in',
      component: () => import('../accounts/SignInPage.vue'),
      meta: { open: true },
    },
    {
      path: '/link/:token',
      component: () => import('../accounts/LinkPage.vue'),
      meta: { open: true },
      props: true,
    },
    {
      path: '/library',
      component: () => import('../library/LibraryPage.vue'),
      props: { kind: 'article' },
    },
    {
      path: '/fixed',
      component: () => import('../library/LibraryPage.vue'),
      props: { kind: 'fixed' },
    },
    {
      path: '/library/:id',
      component: () => import('../library/ArticlePage.vue'),
      props: ({ params }) => ({ id: Number(params.id), kind: 'article' }),
    },
    {
      path: '/fixed/:id',
      component: () => import('../library/ArticlePage.vue'),
      props: ({ params }) => ({ id: Number(params.id), kind: 'fixed' }),
    },
    {
      path: '/documents/:id',
      component: () => import('../library/DocumentPage.vue'),
      props: ({ params }) => ({ id: Number(params.id) }),
    },
    { path: '/glossary', component: () => import('../library/GlossaryPage.vue') },
    { path: '/small-talk', component: () => import('../library/SmallTalkPage.vue') },
    {
      path: '/guide/:name?',
      component: () => import('../help/GuidePage.vue'),
      props: ({ params }) => ({ name: params.name || null }),
    },
    { path: '/sites', component: () => import('../library/SitesPage.vue') },
    { path: '/health', component: () => import('../library/HealthPage.vue') },
    { path: '/doors', component: () => import('../doors/DoorsPage.vue') },
    {
      path: '/doors/:id',
      component: () => import('../doors/DoorPage.vue'),
      props: ({ params }) => ({ id: Number(params.id) }),
    },
    { path: '/rehearsal', component: () => import('../releases/RehearsalPage.vue') },
    { path: '/checks', component: () => import('../releases/ChecksPage.vue') },
    {
      path: '/replay/:id?',
      component: () => import('../releases/ReplayPage.vue'),
      props: ({ params }) => ({ id: params.id ? Number(params.id) : null }),
    },
    { path: '/models', component: () => import('../models/ModelsPage.vue') },
    { path: '/models/encoder', component: () => import('../models/EncoderPage.vue') },
    { path: '/threshold', component: () => import('../releases/ThresholdPage.vue') },
    { path: '/releases', component: () => import('../releases/ReleasesPage.vue') },
    {
      path: '/desk/:id?',
      component: () => import('../handover/DeskPage.vue'),
      props: ({ params }) => ({ id: params.id ? Number(params.id) : null }),
    },
    { path: '/queues', component: () => import('../handover/QueuesPage.vue') },
    { path: '/routing', component: () => import('../handover/RoutingPage.vue') },
    { path: '/proposals', component: () => import('../handover/ProposalsPage.vue') },
    {
      path: '/start/:step(team|content|try|people|live)?',
      component: () => import('../start/StartPage.vue'),
      props: ({ params }) => ({ step: params.step || null }),
    },
    { path: '/mail', component: () => import('../system/MailPage.vue') },
    { path: '/help', component: () => import('../help/HelpPage.vue') },
    { path: '/today', component: () => import('../coverage/TodayPage.vue') },
    { path: '/week', component: () => import('../coverage/WeekPage.vue') },
    { path: '/gaps', component: () => import('../coverage/GapsPage.vue') },
    {
      path: '/gaps/:id',
      component: () => import('../coverage/GapPage.vue'),
      props: ({ params }) => ({ id: Number(params.id) }),
    },
    { path: '/unsettled', component: () => import('../coverage/UnsettledPage.vue') },
    { path: '/coverage', component: () => import('../coverage/CoveragePage.vue') },
    { path: '/questions', component: () => import('../coverage/QuestionsPage.vue') },
    { path: '/questions/imports', component: () => import('../coverage/LogImportsPage.vue') },
    { path: '/audit-sample', component: () => import('../coverage/AuditSamplePage.vue') },
    { path: '/account', component: () => import('../accounts/AccountPage.vue') },
    { path: '/system', component: () => import('../system/SystemPage.vue') },
    { path: '/team', component: () => import('../accounts/TeamPage.vue') },
    { path: '/audit', component: () => import('../accounts/AuditPage.vue') },
    { path: '/:any(.*)*', component: () => import('./NotHerePage.vue') },
  ],
})

router.beforeEach(async (to) => {
  if (to.meta.open) return true
  const session = useSession()
  await session.load()
  if (!session.user)
    return { path: '/sign-in', query: to.fullPath === '/' ? {} : { to: to.fullPath } }
  if (session.needsSecondFactor) return to.path === '/account' ? true : '/account'
  return mayOpen(to.path, session.user.role) ? true : session.home
})
router.afterEach((to) => {
  const page = pageOf(to.path)
  document.title = page ? t('shell.router.janua', { page: page.name }) : 'Janua'
})

function mayOpen(path: string, role: Role): boolean {
  return pageOf(path)?.roles.includes(role) ?? true
}

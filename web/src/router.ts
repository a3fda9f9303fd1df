import { createRouter, createWebHistory } from 'vue-router'
import { noteLostWays } from './lostWay'
import { useSession } from './session'

declare module 'vue-router' {
  interface RouteMeta {
    /** Reachable without being signed in. */
    open?: boolean
    /** Stands without a project. */
    ofNoProject?: boolean
    /** Fills the window, without the spine. */
    whole?: boolean
    title?: string
  }
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/desk' },
    { path: '/sign-in', component: () => import('./places/sign-in/SignIn.vue'), meta: { open: true, whole: true, title: 'Sign in' } },
    { path: '/set-up', component: () => import('./places/set-up/SetUp.vue'), meta: { open: true, whole: true, title: 'Set up' } },
    {
      path: '/invitation/:secret',
      component: () => import('./places/invitation/InvitationPage.vue'),
      meta: { open: true, whole: true, title: 'Invitation' },
    },
    {
      path: '/forgotten',
      component: () => import('./places/sign-in/ForgottenPage.vue'),
      meta: { open: true, whole: true, title: 'A new password' },
    },
    {
      path: '/new-password/:secret',
      component: () => import('./places/sign-in/NewPasswordPage.vue'),
      meta: { open: true, whole: true, title: 'A new password' },
    },
    { path: '/account', component: () => import('./places/account/AccountPlace.vue'), meta: { ofNoProject: true, title: 'My account' } },
    {
      path: '/installation',
      component: () => import('./places/accounts/InstallationPlace.vue'),
      meta: { ofNoProject: true, title: 'Installation' },
    },
    { path: '/desk', component: () => import('./places/desk/Desk.vue'), meta: { title: 'Desk' } },
    { path: '/folders/:id?', component: () => import('./places/folders/Folders.vue'), meta: { title: 'Folders' } },
    { path: '/passages', component: () => import('./places/passages/Passages.vue'), meta: { title: 'Passages' } },
    { path: '/passages/:id', component: () => import('./places/passages/PassagePage.vue'), meta: { title: 'Passage' } },
    { path: '/reviews', component: () => import('./places/reviews/ReviewsPlace.vue'), meta: { title: 'Reviews' } },
    { path: '/routes', component: () => import('./places/routes/RoutesPlace.vue'), meta: { title: 'Routes' } },
    { path: '/rules', component: () => import('./places/rules/RuleSheet.vue'), meta: { title: 'Rule sheet' } },
    { path: '/register', component: () => import('./places/register/Register.vue'), meta: { title: 'Register' } },
    { path: '/documents/:id(\\d+)', component: () => import('./places/register/DocumentPage.vue'), meta: { title: 'Document' } },
    {
      path: '/documents/:project/:number/:revision?',
      component: () => import('./places/register/DocumentPage.vue'),
      meta: { title: 'Document' },
    },
    { path: '/comments', component: () => import('./places/comments/CommentsPlace.vue'), meta: { title: 'Comments' } },
    { path: '/devices', component: () => import('./places/devices/DevicesPlace.vue'), meta: { title: 'Devices' } },
    { path: '/messages', component: () => import('./places/messages/MessagesPlace.vue'), meta: { title: 'Messages' } },
    { path: '/numbers/:scheme?', component: () => import('./places/numbers/Numbers.vue'), meta: { title: 'Numbers' } },
    { path: '/packages', component: () => import('./places/packages/Packages.vue'), meta: { title: 'Packages' } },
    { path: '/packages/:id', component: () => import('./places/packages/PackagePage.vue'), meta: { title: 'Package' } },
    { path: '/help/:place', component: () => import('./places/help/HelpPage.vue'), props: true, meta: { title: 'Help' } },
    { path: '/project', component: () => import('./places/project/ProjectPlace.vue'), meta: { title: 'Project' } },
    {
      path: '/journal',
      component: () => import('./places/journal/JournalPlace.vue'),
      meta: { ofNoProject: true, title: 'Journal' },
    },
    { path: '/people', component: () => import('./places/people/People.vue'), meta: { title: 'People' } },
    { path: '/find', component: () => import('./places/find/FindPlace.vue'), meta: { title: 'Found' } },
    { path: '/mail-room', component: () => import('./places/mail-room/MailRoom.vue'), meta: { title: 'Mail room' } },
    { path: '/read/:id', component: () => import('./places/read/ReadingRoom.vue'), meta: { whole: true, title: 'Reading room' } },
    {
      path: '/compare/:before(\\d+)?/:now(\\d+)',
      component: () => import('./places/compare/Compare.vue'),
      meta: { whole: true, title: 'Compared' },
    },
    { path: '/:rest(.*)*', component: () => import('./parts/NoSuchPlace.vue'), meta: { title: 'No such place' } },
  ],
})

router.beforeEach(async (to) => {
  if (to.meta.open) return true
  const session = useSession()
  // The place is asked for beside who is signed in.
  const place = to.matched.at(-1)?.components?.default
  if (!session.me && typeof place === 'function') void (place as () => Promise<unknown>)().catch(() => undefined)
  await session.know()
  if (!session.me) return { path: '/sign-in', query: { to: to.fullPath } }
  // Whoever has to set up a second step first gets nowhere else.
  if (session.secondStepMissing && to.path !== '/account') return { path: '/account' }
  return true
})

noteLostWays(router)
router.afterEach((to) => {
  document.title = to.meta.title ? `${to.meta.title} · Pervius` : 'Pervius'
})

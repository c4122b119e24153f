import { createRouter, createWebHistory, type Router } from 'vue-router'
import StartPage from './StartPage.vue'

/** Every stage is a page with an address inside its job. */
export function makeRouter(): Router {
  return createRouter({
    history: createWebHistory(),
    // Another page begins at its top; back is where it was.
    scrollBehavior: (to, from, saved) => saved ?? (to.path === from.path ? undefined : { top: 0 }),
    routes: [
      { path: '/', name: 'start', component: StartPage },
      { path: '/shop', name: 'shop', component: () => import('./ShopPage.vue') },
      { path: '/shop/school', name: 'own-school', component: () => import('../play/OwnSchoolPage.vue') },
      { path: '/drawer', name: 'drawer', component: () => import('../drawer/DrawerPage.vue') },
      { path: '/instruments', name: 'devices', component: () => import('../instruments/DevicesPage.vue') },
      {
        path: '/instruments/:device',
        name: 'device',
        component: () => import('../instruments/DevicePage.vue'),
        props: true,
      },
      { path: '/library', name: 'library', component: () => import('../library/LibraryPage.vue') },
      { path: '/library/import', name: 'library-import', component: () => import('../library/ImportPage.vue') },
      {
        path: '/library/setup/:id',
        name: 'setup',
        component: () => import('../library/SetupPage.vue'),
        props: true,
      },
      {
        path: '/people',
        name: 'people',
        component: () => import('../logbook/BookPage.vue'),
        props: { what: 'player' },
      },
      { path: '/frames', name: 'frames', component: () => import('../logbook/BookPage.vue'), props: { what: 'frame' } },
      { path: '/jobs', name: 'jobs', component: () => import('./JobsPage.vue') },
      {
        path: '/batches',
        name: 'batches',
        component: () => import('../logbook/BookPage.vue'),
        props: { what: 'batch' },
      },
      {
        path: '/squads',
        name: 'squads',
        component: () => import('../logbook/BookPage.vue'),
        props: { what: 'squad' },
      },
      { path: '/squads/:id', name: 'squad', component: () => import('../logbook/SquadPage.vue'), props: true },
      { path: '/evidence', name: 'evidence', component: () => import('../evidence/EvidencePage.vue') },
      { path: '/people/:id', name: 'person', component: () => import('../logbook/PlayerPage.vue'), props: true },
      { path: '/frames/:id', name: 'frame', component: () => import('../logbook/FramePage.vue'), props: true },
      { path: '/batch/:id', name: 'batch', component: () => import('../batch/BatchPage.vue'), props: true },
      { path: '/batch/:id/choice', name: 'choice', component: () => import('../batch/ChoicePage.vue'), props: true },
      { path: '/batch/:id/set', name: 'set', component: () => import('../batch/SetPage.vue'), props: true },
      { path: '/new', name: 'new', component: () => import('./NewJobPage.vue') },
      {
        path: '/job/:id',
        component: () => import('../job/JobPage.vue'),
        props: true,
        children: [
          { path: '', name: 'job', redirect: (to) => ({ name: 'measure', params: to.params }) },
          { path: 'player', name: 'player', component: () => import('../player/PlayerStage.vue') },
          { path: 'measure', name: 'measure', component: () => import('../measure/MeasureStage.vue') },
          {
            path: 'measure/by-hand/:method?',
            name: 'by-hand',
            component: () => import('../measure/byHand/ByHandPage.vue'),
            props: true,
            meta: { stage: 'measure' },
          },
          {
            path: 'measure/inspection',
            name: 'inspect',
            component: () => import('../measure/InspectionPage.vue'),
            meta: { stage: 'measure' },
          },
          {
            path: 'measure/table',
            name: 'table',
            component: () => import('../measure/table/TablePage.vue'),
            meta: { stage: 'measure' },
          },
          { path: 'compare', name: 'compare', component: () => import('../compare/CompareStage.vue') },
          { path: 'target', name: 'target', component: () => import('../targets/TargetStage.vue') },
          {
            path: 'target/schools',
            name: 'schools',
            component: () => import('../targets/SchoolsPage.vue'),
            meta: { stage: 'target' },
          },
          {
            path: 'target/face',
            name: 'face',
            component: () => import('../targets/FacePage.vue'),
            meta: { stage: 'target' },
          },
          { path: 'plan', name: 'plan', component: () => import('../plan/PlanStage.vue') },
          {
            path: 'plan/recipes',
            name: 'recipes',
            component: () => import('../plan/RecipesPage.vue'),
            meta: { stage: 'plan' },
          },
          {
            path: 'plan/model',
            name: 'into-model',
            component: () => import('../plan/IntoModelPage.vue'),
            meta: { stage: 'plan' },
          },
          { path: 'build', name: 'build', component: () => import('../workorder/BuildStage.vue') },
          {
            path: 'build/step-by-step',
            name: 'at-the-bench',
            meta: { stage: 'build' },
            component: () => import('../workorder/StepByStep.vue'),
          },
          { path: 'check', name: 'check', component: () => import('../proof/CheckStage.vue') },
          { path: 'play', name: 'play', component: () => import('../play/PlayStage.vue') },
          {
            path: 'play/session/:session',
            name: 'session',
            meta: { stage: 'play' },
            component: () => import('../play/SessionPage.vue'),
            props: true,
          },
          { path: 'bench', name: 'bench', component: () => import('../quick/QuickBench.vue') },
        ],
      },
      { path: '/:rest(.*)*', redirect: '/' },
    ],
  })
}

import { createRouter, createWebHistory, type Router } from 'vue-router'
import StartPage from './StartPage.vue'

/** Every stage is a page with an address inside its job. */
export function makeRouter(): Router {
  return createRouter({
    history: createWebHistory(),
    routes: [
      { path: '/', name: 'start', component: StartPage },
      { path: '/shop', name: 'shop', component: () => import('./ShopPage.vue') },
      { path: '/new', name: 'new', component: () => import('./NewJobPage.vue') },
      {
        path: '/job/:id',
        component: () => import('../stages/JobPage.vue'),
        props: true,
        children: [
          { path: '', name: 'job', redirect: (to) => ({ name: 'measure', params: to.params }) },
          { path: 'player', name: 'player', component: () => import('../stages/player/PlayerStage.vue') },
          { path: 'measure', name: 'measure', component: () => import('../stages/measure/MeasureStage.vue') },
          { path: 'compare', name: 'compare', component: () => import('../stages/compare/CompareStage.vue') },
          { path: 'target', name: 'target', component: () => import('../stages/target/TargetStage.vue') },
          { path: 'plan', name: 'plan', component: () => import('../stages/plan/PlanStage.vue') },
          { path: 'build', name: 'build', component: () => import('../stages/build/BuildStage.vue') },
          { path: 'check', name: 'check', component: () => import('../stages/check/CheckStage.vue') },
          { path: 'play', name: 'play', component: () => import('../stages/play/PlayStage.vue') },
          { path: 'bench', name: 'bench', component: () => import('../stages/quick/QuickBench.vue') },
        ],
      },
      { path: '/:rest(.*)*', redirect: '/' },
    ],
  })
}

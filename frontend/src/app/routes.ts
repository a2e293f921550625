import { createRouter, createWebHistory, type RouteRecordRaw } from 'vue-router'

import RoundView from '@/features/round/RoundView.vue'

const number = (name: string) => (route: { params: Record<string, unknown> }) => ({
  garden: Number(route.params.garden),
  ...(name ? { [name]: Number(route.params[name]) } : {}),
})

const routes: RouteRecordRaw[] = [
  { path: '/', name: 'home', component: () => import('@/app/Home.vue') },
  {
    path: '/sign-in',
    name: 'sign-in',
    component: () => import('@/features/door/Door.vue'),
    meta: { open: true },
  },
  {
    path: '/sign-up',
    name: 'sign-up',
    component: () => import('@/features/door/Door.vue'),
    props: { fresh: true },
    meta: { open: true },
  },
  {
    path: '/forgot',
    name: 'forgot',
    component: () => import('@/features/door/Forgot.vue'),
    meta: { open: true },
  },
  {
    path: '/reset',
    name: 'reset',
    component: () => import('@/features/door/Forgot.vue'),
    props: { chosen: true },
    meta: { open: true },
  },
  { path: '/join', name: 'join', component: () => import('@/features/door/Join.vue'), meta: { open: true } },
  { path: '/new-garden', name: 'new-garden', component: () => import('@/features/ground/NewGarden.vue') },
  {
    path: '/g/:garden(\\d+)/round',
    name: 'round',
    component: RoundView,
    props: number(''),
  },
  {
    path: '/g/:garden(\\d+)/ground',
    name: 'ground',
    component: () => import('@/features/ground/GroundView.vue'),
    props: number(''),
  },
  {
    path: '/g/:garden(\\d+)/ground/new',
    name: 'new-bed',
    component: () => import('@/features/ground/BedForm.vue'),
    props: number(''),
  },
  {
    path: '/g/:garden(\\d+)/ground/:bed(\\d+)/edit',
    name: 'edit-bed',
    component: () => import('@/features/ground/BedForm.vue'),
    props: number('bed'),
  },
  {
    path: '/g/:garden(\\d+)/bed/:bed(\\d+)',
    name: 'bed',
    component: () => import('@/features/bed/BedView.vue'),
    props: number('bed'),
  },
  {
    path: '/g/:garden(\\d+)/ahead',
    name: 'ahead',
    component: () => import('@/features/ahead/AheadView.vue'),
    props: number(''),
  },
  {
    path: '/g/:garden(\\d+)/pots',
    name: 'pots',
    component: () => import('@/features/pots/PotsView.vue'),
    props: number(''),
  },
  {
    path: '/g/:garden(\\d+)/lines',
    name: 'lines',
    component: () => import('@/features/lines/LinesView.vue'),
    props: number(''),
  },
  {
    path: '/g/:garden(\\d+)/away',
    name: 'away',
    component: () => import('@/features/away/AwayView.vue'),
    props: number(''),
  },
  {
    path: '/visit',
    name: 'visit',
    component: () => import('@/features/visit/VisitView.vue'),
    meta: { open: true },
  },
  {
    path: '/g/:garden(\\d+)/bed/:bed(\\d+)/signs',
    name: 'signs',
    component: () => import('@/features/signs/SignsView.vue'),
    props: number('bed'),
  },
  {
    path: '/g/:garden(\\d+)/feeding',
    name: 'feeding',
    component: () => import('@/features/feeding/FeedingView.vue'),
    props: number(''),
  },
  {
    path: '/g/:garden(\\d+)/sizes',
    name: 'sizes',
    component: () => import('@/features/ground/SizesView.vue'),
    props: number(''),
  },
  {
    path: '/g/:garden(\\d+)/sky',
    name: 'sky',
    component: () => import('@/features/sky/SkyView.vue'),
    props: number(''),
  },
  {
    path: '/g/:garden(\\d+)/noted',
    name: 'noted',
    component: () => import('@/features/noted/NotedView.vue'),
    props: number(''),
  },
  {
    path: '/g/:garden(\\d+)/read',
    name: 'read',
    component: () => import('@/features/read/ReadView.vue'),
    props: number(''),
  },
  {
    path: '/g/:garden(\\d+)/bench',
    name: 'bench',
    component: () => import('@/features/bench/BenchView.vue'),
    props: (route) => ({
      garden: Number(route.params.garden),
      test: typeof route.query.test === 'string' ? route.query.test : undefined,
      bed: route.query.bed ? Number(route.query.bed) : undefined,
      rig: route.query.rig ? Number(route.query.rig) : undefined,
    }),
  },
  {
    path: '/g/:garden(\\d+)/settings/:section?',
    name: 'settings',
    component: () => import('@/features/settings/SettingsView.vue'),
    props: (route) => ({
      garden: Number(route.params.garden),
      section: (route.params.section as string | undefined) || 'you',
    }),
  },
  { path: '/:rest(.*)*', name: 'lost', component: () => import('@/app/Lost.vue'), meta: { open: true } },
]

export const router = createRouter({
  history: createWebHistory('/'),
  routes,
  scrollBehavior: (to, _from, saved) => saved ?? (to.hash ? { el: to.hash } : { top: 0 }),
})

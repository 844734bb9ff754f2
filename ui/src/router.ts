import { reactive } from 'vue'
import { createRouter, createWebHistory } from 'vue-router'

/** The rungs that have a screen, bottom of the ladder first. */
export const screens = ['brief', 'dish', 'shots', 'set', 'day', 'frames', 'finish', 'out', 'back'] as const
export type Screen = (typeof screens)[number]

/** The rung that a screen belongs to: its own, or the one it is a side of. */
export const rungOf = (route: { name?: unknown; meta: Record<string, unknown> }): string =>
  String(route.meta.rung ?? route.name ?? '')

/** What each screen is called at the head of the window. */
export const titles: Record<string, string> = {
  home: 'Studio',
  'sign-in': 'Sign in',
  join: 'Join',
  you: 'You',
  people: 'People',
  bin: 'Taken away',
  vault: 'Picture files',
  units: 'Units',
  outlets: 'Outlets',
  brief: 'Brief',
  references: 'References',
  dish: 'Dish',
  trials: 'Trials',
  colours: 'Colours',
  shopping: 'Shopping',
  days: 'Days',
  shots: 'Shots',
  set: 'Set',
  round: 'Light round',
  styling: 'Styling',
  day: 'Day',
  'on-set': 'On set',
  props: 'Props',
  pack: 'Pull and pack',
  almanac: 'Windows',
  cupboard: 'Cupboard',
  kit: 'Kit',
  missing: 'Missing and wanted',
  frames: 'Frames',
  table: 'Light table',
  card: 'Bring in',
  finish: 'Finish',
  look: 'Look',
  work: 'Work',
  proof: 'Proof',
  out: 'Out',
  together: 'As a set',
  calendar: 'Calendar',
  back: 'Back',
  year: 'The year',
  train: 'Train the eye',
  lost: 'Not here',
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'home', component: () => import('./ladder/HomeScreen.vue') },
    { path: '/sign-in', name: 'sign-in', component: () => import('./people/SignIn.vue'), meta: { bare: true } },
    {
      path: '/join',
      name: 'join',
      component: () => import('./people/JoinScreen.vue'),
      meta: { bare: true, open: true },
    },
    { path: '/studio', name: 'you', component: () => import('./people/YouScreen.vue'), meta: { studio: true } },
    {
      path: '/studio/people',
      name: 'people',
      component: () => import('./people/PeopleScreen.vue'),
      meta: { studio: true },
    },
    {
      path: '/studio/taken-away',
      name: 'bin',
      component: () => import('./core/BinScreen.vue'),
      meta: { studio: true },
    },
    {
      path: '/studio/files',
      name: 'vault',
      component: () => import('./core/VaultScreen.vue'),
      meta: { studio: true },
    },
    {
      path: '/studio/units',
      name: 'units',
      component: () => import('./core/UnitsScreen.vue'),
      meta: { studio: true, scope: 'units' },
    },
    { path: '/shoots/:shoot/brief', name: 'brief', component: () => import('./brief/BriefScreen.vue') },
    {
      path: '/shoots/:shoot/references',
      name: 'references',
      component: () => import('./brief/ReferencesScreen.vue'),
      meta: { rung: 'brief' },
    },
    { path: '/shoots/:shoot/dish/:dish?', name: 'dish', component: () => import('./kitchen/DishScreen.vue') },
    {
      path: '/shoots/:shoot/trials/:dish?',
      name: 'trials',
      component: () => import('./kitchen/TrialsScreen.vue'),
      meta: { rung: 'dish' },
    },
    {
      path: '/shoots/:shoot/colours/:dish?',
      name: 'colours',
      component: () => import('./kitchen/ColoursScreen.vue'),
      meta: { rung: 'dish' },
    },
    {
      path: '/shoots/:shoot/shopping/:dish?',
      name: 'shopping',
      component: () => import('./kitchen/ShoppingScreen.vue'),
      meta: { rung: 'dish' },
    },
    {
      path: '/shoots/:shoot/days/:dish?',
      name: 'days',
      component: () => import('./kitchen/DaysScreen.vue'),
      meta: { rung: 'dish' },
    },
    {
      path: '/studio/outlets',
      name: 'outlets',
      component: () => import('./out/OutletsScreen.vue'),
      meta: { studio: true, scope: 'cupboard' },
    },
    { path: '/shoots/:shoot/shots', name: 'shots', component: () => import('./list/ShotsScreen.vue') },
    { path: '/shoots/:shoot/set/:shot?', name: 'set', component: () => import('./set/SetScreen.vue') },
    {
      path: '/shoots/:shoot/contact',
      name: 'contact',
      component: () => import('./set/ContactScreen.vue'),
      meta: { rung: 'set' },
    },
    {
      path: '/shoots/:shoot/round/:shot?',
      name: 'round',
      component: () => import('./set/RoundScreen.vue'),
      meta: { rung: 'set' },
    },
    {
      path: '/shoots/:shoot/styling/:shot?',
      name: 'styling',
      component: () => import('./styling/StylingScreen.vue'),
      meta: { rung: 'set' },
    },
    { path: '/shoots/:shoot/day', name: 'day', component: () => import('./day/DayScreen.vue') },
    {
      path: '/shoots/:shoot/on-set',
      name: 'on-set',
      component: () => import('./day/OnSetScreen.vue'),
      meta: { rung: 'day' },
    },
    {
      path: '/shoots/:shoot/wrap',
      name: 'wrap',
      component: () => import('./day/WrapScreen.vue'),
      meta: { rung: 'day' },
    },
    {
      path: '/shoots/:shoot/cost',
      name: 'cost',
      component: () => import('./day/CostScreen.vue'),
      meta: { rung: 'day' },
    },
    {
      path: '/shoots/:shoot/props/:dish?',
      name: 'props',
      component: () => import('./cupboard/PropsScreen.vue'),
      meta: { rung: 'set' },
    },
    {
      path: '/shoots/:shoot/pack',
      name: 'pack',
      component: () => import('./cupboard/PackScreen.vue'),
      meta: { rung: 'set' },
    },
    {
      path: '/almanac',
      name: 'almanac',
      component: () => import('./set/AlmanacScreen.vue'),
      meta: { scope: 'place' },
    },
    {
      path: '/cupboard',
      name: 'cupboard',
      component: () => import('./cupboard/CupboardScreen.vue'),
      meta: { scope: 'cupboard' },
    },
    {
      path: '/cupboard/kit',
      name: 'kit',
      component: () => import('./cupboard/KitScreen.vue'),
      meta: { scope: 'cupboard' },
    },
    {
      path: '/cupboard/missing',
      name: 'missing',
      component: () => import('./cupboard/MissingScreen.vue'),
      meta: { scope: 'cupboard' },
    },
    {
      path: '/shoots/:shoot/table',
      name: 'table',
      component: () => import('./frames/TableScreen.vue'),
      meta: { rung: 'frames' },
    },
    {
      path: '/shoots/:shoot/card',
      name: 'card',
      component: () => import('./frames/CardScreen.vue'),
      meta: { rung: 'frames' },
    },
    { path: '/shoots/:shoot/frames/:shot?', name: 'frames', component: () => import('./frames/FramesScreen.vue') },
    {
      path: '/shoots/:shoot/look/:shot?',
      name: 'look',
      component: () => import('./finish/LookScreen.vue'),
      meta: { rung: 'finish' },
    },
    {
      path: '/shoots/:shoot/work/:shot?',
      name: 'work',
      component: () => import('./finish/WorkScreen.vue'),
      meta: { rung: 'finish' },
    },
    {
      path: '/shoots/:shoot/rounds',
      name: 'proof',
      component: () => import('./finish/ProofScreen.vue'),
      meta: { rung: 'finish' },
    },
    { path: '/shoots/:shoot/finish/:shot?', name: 'finish', component: () => import('./finish/FinishScreen.vue') },
    {
      path: '/shoots/:shoot/together',
      name: 'together',
      component: () => import('./out/TogetherScreen.vue'),
      meta: { rung: 'out' },
    },
    {
      path: '/shoots/:shoot/calendar',
      name: 'calendar',
      component: () => import('./out/CalendarScreen.vue'),
      meta: { rung: 'out' },
    },
    { path: '/shoots/:shoot/out/:shot?', name: 'out', component: () => import('./out/OutScreen.vue') },
    {
      path: '/shoots/:shoot/year',
      name: 'year',
      component: () => import('./back/YearScreen.vue'),
      meta: { rung: 'back' },
    },
    {
      path: '/shoots/:shoot/train',
      name: 'train',
      component: () => import('./train/TrainScreen.vue'),
      meta: { rung: 'back' },
    },
    { path: '/shoots/:shoot/back/:shot?', name: 'back', component: () => import('./back/BackScreen.vue') },
    { path: '/:rest(.*)*', name: 'lost', component: () => import('./core/LostScreen.vue') },
  ],
})

/** The shot whose set was open last in a shoot, and the shoot that was open last: the way back. */
export const last = reactive<{ shot: Record<string, string>; shoot: string }>({ shot: {}, shoot: '' })
router.afterEach((to) => {
  const { shoot, shot } = to.params as { shoot?: string; shot?: string }
  if (shoot) last.shoot = shoot
  if (shoot && shot) last.shot[shoot] = shot
})

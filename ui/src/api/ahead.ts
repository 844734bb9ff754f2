import type { QueryClient } from '@tanstack/vue-query'
import type { Router } from 'vue-router'
import { useBlanks, useDeeds, useFrames, useLadder, useSet, useShoot, useShots, useStart } from './queries'

/** Asks for what a screen begins with while its code is still on the way: on a slow machine the
 * two together take as long as the longer, and the screen is built once, not piece by piece. */
export function askAhead(router: Router, queries: QueryClient) {
  router.beforeEach((to) => {
    const { shoot, shot } = to.params as { shoot?: string; shot?: string }
    const asked: { queryKey: string[]; queryFn: () => Promise<unknown> }[] = to.meta.bare ? [] : [useStart.ahead()]
    if (shoot) asked.push(useShoot.ahead(shoot), useDeeds.ahead(shoot), useLadder.ahead(shoot))
    if (shoot && to.name === 'set') asked.push(useShots.ahead(shoot), useFrames.ahead(shoot), useBlanks.ahead())
    if (shot && to.name === 'set') asked.push(useSet.ahead(shot))
    for (const q of asked) void queries.prefetchQuery({ ...q, retry: false })
  })
}

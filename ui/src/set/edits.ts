import { api, ask, Problem, type Finding, type Schema } from '../api/client'
import { copy } from '../parts/copy'
import type { Desk } from './desk'
import { part, withoutThing } from './fields'

/** What can be done to a set besides typing into its fields. */
export function useEdits(desk: Desk) {
  const { set, chosen, report, readError } = desk

  /** Puts something more in and chooses it; where it goes and how large it is, the rules work out. */
  async function add(what: Partial<Schema['Addition']>) {
    const key = report.value?.lit.key ?? 0
    const after = await desk.made((now) =>
      ask(api.POST('/api/set/add', { body: { set: now, what: { thing: '', light: '', prop: '', key, ...what } } })),
    )
    if (!after) return false
    const [kind, list] = what.light
      ? ['light', after.lights]
      : what.card
        ? ['card', after.cards]
        : ['thing', after.things]
    chosen.value = `${kind}-${(list?.length ?? 1) - 1}`
    return true
  }
  /** Lays a ground under the dish. */
  const lay = () =>
    desk.made((now) =>
      ask(
        api.POST('/api/set/add', { body: { set: now, what: { thing: '', light: '', prop: '', key: 0, under: true } } }),
      ),
    )
  function takeAway() {
    const [k, n] = part(chosen.value)
    desk.change((s) => {
      if (k === 'light') s.lights = s.lights?.filter((_, i) => i !== n) ?? []
      if (k === 'card') s.cards = s.cards?.filter((_, i) => i !== n) ?? []
      if (k === 'thing') {
        s.things = s.things?.filter((_, i) => i !== n) ?? []
        s.camera.sharp = withoutThing(s.camera.sharp, n)
      }
      chosen.value = 'camera'
    })
  }
  /** A card in or out. */
  function flip(i: number) {
    if (!set.value?.cards?.[i]) return
    desk.change((s) => (s.cards![i]!.on = !s.cards![i]!.on))
  }
  const sharpen = (what: string) => desk.change((s) => (s.camera.sharp = what))
  function turnTo(word: string) {
    const a = report.value?.angles?.find((x) => x.word === word)
    if (a) desk.change((s) => (s.camera.elevationDeg = a.deg))
  }
  const called = (c: Schema['Camera']) => `${c.elevationDeg}°, ${c.focalMm} mm`
  const keepView = () =>
    desk.change((s) => {
      s.views = [...(s.views ?? []), { name: called(s.camera), camera: copy(s.camera) }]
      s.through = s.views.length
    })
  /** Looks through a kept camera, which moves for all that do; a second press gives the frame
   * one of its own, where that one stands. */
  function takeView(i: number) {
    const v = set.value?.views?.[i]
    if (!v) return
    desk.change((s) => {
      if (s.through === i + 1) s.through = 0
      else {
        s.through = i + 1
        s.camera = copy(v.camera)
      }
    })
  }
  const inRoom = () =>
    desk.made((now) => ask(api.POST('/api/set/room', { body: { set: now, farSideDeg: now.daylight.farSideDeg } })))
  const apply = (edits: NonNullable<Finding['try'][number]['edits']>) =>
    desk.made((now) => ask(api.POST('/api/set/try', { body: { set: now, edits } })))
  /** Keeps camera and light as another shot's set has them. */
  async function follow(from: string) {
    if (!from) return
    try {
      await desk.draft.flush()
      const path = { id: desk.shotId.value }
      desk.load(await ask(api.POST('/api/shots/{id}/set/follow', { params: { path }, body: { from } })))
      void desk.refresh()
    } catch (e) {
      if (e instanceof Problem) readError.value = e
    }
  }
  return { add, lay, takeAway, flip, sharpen, turnTo, keepView, takeView, inRoom, apply, follow }
}

import { useThrottleFn } from '@vueuse/core'
import { computed, inject, onBeforeUnmount, provide, ref, watch, type InjectionKey, type Ref } from 'vue'
import { api, ask, Problem, type Report, type SceneSet, type Schema } from '../api/client'
import { useSet } from '../api/queries'
import { useRefresh } from '../api/refresh'
import { copy } from '../parts/copy'
import { same } from '../parts/merge'
import { useDraft } from '../parts/draft'
import { last } from '../router'
import { type Thing } from './fields'

/** How long after a busy server sent a question back it is asked again, ms. */
const againMs = 3000

/** A set on the desk: the draft of one shot's set, what is read of it, and what is chosen on it.
 * Every part of the Set screen works on the same one. */
export function useDesk(shotId: Ref<string>) {
  const refresh = useRefresh('set')
  const planned = useSet(shotId)
  /** By shot: the set-up that its first save joins, and the version of its last. */
  const joins = new Map<string, string>()
  const versions = new Map<string, number>()
  const draft = useDraft<SceneSet>({
    kind: 'set',
    save: async (set, version, of) => {
      const setUpId = joins.get(of) ?? ''
      const body = { set, version, setUpId }
      const saved = await ask(api.PUT('/api/shots/{id}/set', { params: { path: { id: of } }, body }))
      versions.set(of, saved.version)
      void refresh()
      return saved.version
    },
    theirs: (current) => {
      const s = current as Schema['PlannedSet']
      return { value: s.set, version: s.version }
    },
    of: () => shotId.value,
    waitMs: 60,
  })
  const set = draft.value
  const chosen = ref<Thing>('camera')
  /** Counts the times that another set came in than the one that stood here: another shot's, or after undo. */
  const outside = ref(0)

  const report = ref<Report>()
  const drawn = ref<SceneSet>()
  const readError = ref<Problem>()
  const reading = ref(false)
  let asked = 0
  /** Reads the draft; a late answer to an earlier question is dropped. */
  async function read(quick: boolean) {
    if (!set.value || !shotId.value) return
    const mine = ++asked
    reading.value = true
    try {
      const sent = copy(set.value)
      const path = { id: shotId.value }
      const r = await ask(api.POST('/api/shots/{id}/set/read', { params: { path }, body: { set: sent, quick } }))
      if (mine === asked) {
        report.value = r
        drawn.value = sent
        readError.value = undefined
      }
    } catch (e) {
      if (mine === asked && e instanceof Problem) {
        readError.value = e
        // A busy server is asked again; what was read before stays until it answers.
        if (e.passing) setTimeout(() => mine === asked && void read(quick), againMs)
      }
    } finally {
      if (mine === asked) reading.value = false
    }
  }
  onBeforeUnmount(() => asked++) // nothing is asked again for a screen that is left
  // What cards do is only worked out at rest; while something is dragged the last figures stay.
  const effects = ref<NonNullable<Report['lit']['cards']>>([])
  watch(report, (r) => {
    if (r?.lit.cards?.length || !set.value?.cards?.length) effects.value = r?.lit.cards ?? []
  })

  const rested: (() => void)[] = []
  /** The set was changed by hand or by a rule: it is saved and read again. */
  function changed() {
    const s = set.value
    const view = s?.through ? s.views?.[s.through - 1] : undefined
    if (s && view) view.camera = copy(s.camera) // it is every frame's that looks through it
    draft.touch()
    void read(false)
    for (const f of rested) f()
  }
  // The last call may come after the drop; the finer reading then stands.
  let dragging = false
  const readWhileDragging = useThrottleFn(() => (dragging ? read(true) : Promise.resolve()), 90, true)
  function dragged() {
    dragging = true
    void readWhileDragging()
  }
  function dropped() {
    dragging = false
    changed()
  }
  /** Puts another set in the place of this one. */
  function stand(other: SceneSet) {
    set.value = other
    changed()
  }
  /** Puts in what the rules make of the set as it is. */
  async function made(by: (now: SceneSet) => Promise<SceneSet>) {
    if (!set.value) return
    try {
      stand(await by(copy(set.value)))
      return set.value
    } catch (e) {
      if (e instanceof Problem) readError.value = e
    }
  }
  /** Changes the set in place. */
  function change(by: (now: SceneSet) => void) {
    if (!set.value) return
    by(set.value)
    changed()
  }
  function load(p: Schema['PlannedSet']) {
    joins.set(shotId.value, p.setUpId ?? '')
    versions.set(shotId.value, p.version)
    if (!same(set.value, p.set)) outside.value++
    draft.load(p.set, p.version)
    void read(false)
  }
  watch(
    planned.data,
    (p) => {
      if (p && (draft.state.value === 'saved' || set.value === undefined)) load(p)
    },
    { immediate: true },
  )
  watch(shotId, () => (report.value = undefined))
  // A shot that was taken away is not where the way back leads.
  watch(planned.error, (e) => {
    if (e instanceof Problem && e.status === 404)
      for (const [shoot, shot] of Object.entries(last.shot)) if (shot === shotId.value) delete last.shot[shoot]
  })

  const unsaved = computed(() => planned.data.value?.version === 0 && draft.state.value === 'saved')
  const errors = computed(() => [...(readError.value?.fields ?? []), ...(draft.error.value?.fields ?? [])])
  /** What is wrong with a field of the set, by its path. */
  const about = (path: string) => errors.value.find((f) => f.field === 'set.' + path)?.words ?? ''
  const find = (key: string) => report.value?.readings.find((r) => r.key === key)

  const desk = {
    shotId, planned, draft, set, outside, chosen, report, drawn, readError, reading, effects, unsaved,
    version: () => versions.get(shotId.value) ?? 0,
    read, changed, change, made, dragged, dropped, stand, load, refresh, about, find,
    onRest: (f: () => void) => rested.push(f),
  } // prettier-ignore
  provide(deskKey, desk)
  return desk
}

export type Desk = ReturnType<typeof useDesk>
const deskKey: InjectionKey<Desk> = Symbol('desk')

/** The desk that the screen has laid. */
export function theDesk(): Desk {
  const desk = inject(deskKey)
  if (!desk) throw new Error('this stands outside the Set screen')
  return desk
}

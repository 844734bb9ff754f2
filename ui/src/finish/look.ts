import { onBeforeUnmount, ref, watch, type Ref } from 'vue'
import { api, ask, type Schema } from '../api/client'
import { copy } from '../parts/copy'

export type Step = Schema['LookStep']
export type Kind = Step['kind']
export type Told = Schema['FinishTold']
export type Spot = Schema['LookSpot']

/** What the kinds are called where they are put in. */
export const kinds: Record<Kind, string> = {
  level: 'Level',
  white: 'White',
  tone: 'Tone',
  local: 'Part',
  band: 'Hues',
  crop: 'Crop',
  mend: 'Spot',
  sharpen: 'Edges',
  grain: 'Grain',
}

/** Numbers of a step that are written as numbers. */
export interface Field {
  of: (s: Step) => Record<string, unknown>
  key: string
  words: string
  min: number
  max: number
  step: number
  unit: string
  scale?: number
}
const own = (s: Step) => s as unknown as Record<string, unknown>
const mask = (s: Step) => s.mask as unknown as Record<string, unknown>
const number = (
  key: string,
  words: string,
  min: number,
  max: number,
  step: number,
  unit: string,
  of = own,
  scale = 1,
): Field => ({ key, words, min, max, step, unit, of, scale })

/** Which numbers each kind has. */
export const fields: Record<Kind, Field[]> = {
  level: [number('stops', 'Lighter by', -5, 5, 0.05, 'stops')],
  white: [
    number('kelvin', 'Light of', 1000, 15000, 50, 'K'),
    number('tint', 'Greener than daylight', -50, 50, 0.5, '‰'),
  ],
  tone: [
    number('toe', 'Shadows lighter by', -3, 3, 0.05, 'stops'),
    number('slope', 'Steepness', 0.1, 3, 0.02, '×'),
    number('shoulder', 'White lighter by', -2, 1, 0.05, 'stops'),
  ],
  local: [
    number('stops', 'Lighter by', -5, 5, 0.05, 'stops'),
    number('soft', 'Soft edge', 0, 1, 0.05, '%', mask, 100),
    number('turnDeg', 'Turned by', -180, 180, 1, '°', mask),
  ],
  band: [
    number('turnDeg', 'Turned by', -60, 60, 1, '°'),
    number('chroma', 'More colour', -1, 1, 0.01, '%', own, 100),
    number('lightness', 'Lighter', -0.5, 0.5, 0.01, '', own),
    number('hueDeg', 'Middle', 0, 360, 1, '°'),
    number('widthDeg', 'Width', 4, 360, 2, '°'),
  ],
  crop: [number('turnDeg', 'Turned by', -20, 20, 0.1, '°')],
  mend: [number('radius', 'Size', 0.002, 0.3, 0.001, '‰', own, 1000)],
  sharpen: [number('amount', 'How much', 0, 3, 0.05, '', own), number('radiusPx', 'Radius', 0.2, 12, 0.1, 'px')],
  grain: [number('amount', 'How much', 0, 3, 0.01, 'stops', own), number('radiusPx', 'Size', 1, 12, 0.1, 'px')],
}

/** A step that begins, under a key that no other has. */
export function begun(blank: Step, steps: Step[]): Step {
  const taken = new Set(steps.map((s) => s.key))
  let key = blank.key
  for (let n = 2; taken.has(key); n++) key = `${blank.key}-${n}`
  return { ...copy(blank), key }
}

/** A frame's own steps over its look's, as the rules lay them: only for what somebody else saved meanwhile, which comes as
 * its own steps. */
export const laidOver = (base: Step[], own: Step[]) => [
  ...base.map((b) => own.find((o) => o.key === b.key) ?? b),
  ...own.filter((o) => !base.some((b) => b.key === o.key)),
]

/** Kinds whose handles lie in the frame: while one is at hand, all of the frame is shown. */
export const inFrame = (k: Kind | undefined) => k === 'crop' || k === 'mend' || k === 'local'

/** Steps as they are shown: without the crop while something is laid in the whole frame. */
export const shownBy = (steps: Step[], at: Kind | undefined) =>
  inFrame(at) ? steps.filter((s) => s.kind !== 'crop') : steps

/** What a comparison keeps of the steps: places only, so that both pictures lie alike. */
export const places = (steps: Step[]) => steps.filter((s) => s.kind === 'crop')

/** Keeps asking with what was asked for last: what came in between is not asked for, and an answer that is overtaken is dropped. */
function newest<A, R>(
  get: (a: A, signal: AbortSignal) => Promise<R>,
  put: (r: R) => void,
  failed: (e: unknown) => void,
) {
  let wanted: A | undefined
  let busy: AbortController | undefined
  async function run() {
    if (busy) return
    while (wanted !== undefined) {
      const a = wanted
      wanted = undefined
      busy = new AbortController()
      try {
        const r = await get(a, busy.signal)
        if (wanted === undefined && !busy.signal.aborted) put(r)
      } catch (e) {
        if (!busy.signal.aborted) failed(e)
      }
      busy = undefined
    }
  }
  return {
    ask(a: A) {
      wanted = a
      void run()
    },
    /** What was asked for is wanted no more. */
    stop: () => {
      wanted = undefined
      busy?.abort()
    },
  }
}

/** A frame's picture as steps make it, again whenever they change. */
export function useSeen(frame: Ref<string>, steps: Ref<Step[] | undefined>, long: number) {
  const src = ref('')
  const error = ref<unknown>()
  const get = newest(
    async ({ id, steps }: { id: string; steps: Step[] }, signal) => {
      const body = { steps, long, at: { x: 0, y: 0 } }
      const answer = await ask(
        api.POST('/api/frames/{id}/seen', { params: { path: { id } }, body, parseAs: 'blob', signal }),
      )
      return URL.createObjectURL(answer as unknown as Blob)
    },
    (url) => {
      if (src.value) URL.revokeObjectURL(src.value)
      src.value = url
      error.value = undefined
    },
    (e) => (error.value = e),
  )
  watch([frame, steps], () => frame.value && steps.value && get.ask({ id: frame.value, steps: copy(steps.value) }), {
    deep: true,
    immediate: true,
  })
  onBeforeUnmount(() => {
    get.stop()
    if (src.value) URL.revokeObjectURL(src.value)
  })
  return { src, error }
}

/** How long after the last change a look is judged, ms. */
const JUDGED_MS = 300

/** What a look is told, a moment after it was changed; what is overtaken is given up, so that the picture need not wait for it. */
export function useTold(frame: Ref<string>, steps: Ref<Step[] | undefined>) {
  const told = ref<Told>()
  const get = newest(
    ({ id, steps }: { id: string; steps: Step[] }, signal) =>
      ask(
        api.POST('/api/frames/{id}/judged', {
          params: { path: { id } },
          body: { steps, long: 0, at: { x: 0, y: 0 } },
          signal,
        }),
      ),
    (t) => (told.value = t),
    () => undefined, // the picture says what is wrong
  )
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    [frame, steps],
    () => {
      clearTimeout(timer)
      get.stop()
      timer = setTimeout(() => {
        if (frame.value && steps.value) get.ask({ id: frame.value, steps: copy(steps.value) })
      }, JUDGED_MS)
    },
    { deep: true, immediate: true },
  )
  onBeforeUnmount(() => {
    clearTimeout(timer)
    get.stop()
  })
  return told
}

/** A tone step as a line, again whenever it changes. */
export function useLine(step: () => Step) {
  const line = ref<Schema['FinishToneLine']>()
  const get = newest(
    (query: { slope: number; toe: number; shoulder: number }, signal) =>
      ask(api.GET('/api/tone-line', { params: { query }, signal })),
    (l) => (line.value = l),
    () => undefined, // the numbers beside it say what it is
  )
  watch(
    () => [step().slope, step().toe, step().shoulder] as const,
    ([slope, toe, shoulder]) => get.ask({ slope, toe, shoulder }),
    { immediate: true },
  )
  onBeforeUnmount(get.stop)
  return line
}

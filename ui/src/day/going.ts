import { useStorage, useWakeLock } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, watch, type Ref } from 'vue'
import type { Schema } from '../api/client'
import type { Job } from './lanes'

/** The minute it is there, with its seconds, going on from when the day was told. */
export function useNow(day: Ref<Schema['DayBench'] | undefined>) {
  const toldAt = ref(Date.now())
  const tick = ref(Date.now())
  watch(day, () => (toldAt.value = Date.now()), { immediate: true })
  const timer = setInterval(() => (tick.value = Date.now()), 1000)
  onBeforeUnmount(() => clearInterval(timer))
  return computed(() => (day.value?.nowMin ?? 0) + (tick.value - toldAt.value) / 60_000)
}

/** What is under way, what comes, and what is alive for how long. */
export function going(jobs: Job[], now: number) {
  const placed = jobs.filter((j) => j.placed)
  return {
    on: placed.filter((j) => j.on),
    next: placed.filter((j) => !j.on && !j.done),
    alive: placed
      .filter((j) => j.kind === 'finish' && j.done && j.holdsTo > 0 && j.holdsTo > now - 3)
      .sort((a, b) => a.holdsTo - b.holdsTo),
    done: placed.filter((j) => j.done).length,
    all: placed.length,
  }
}

/** Minutes as a clock that runs down: 4:05, or how long over. */
export function left(min: number): string {
  const s = Math.round(Math.abs(min) * 60)
  const m = Math.floor(s / 60)
  const text = m < 60 ? `${m}:${String(s % 60).padStart(2, '0')}` : `${Math.floor(m / 60)} h ${m % 60}`
  return min < 0 ? `${text} over` : text
}

/** The screen stays on, and a tone can be heard, unless it is muted. */
export function useAwake() {
  const muted = useStorage('fig-ladder-muted', false)
  const lock = useWakeLock()
  onMounted(() => void lock.request('screen').catch(() => undefined))
  onBeforeUnmount(() => void lock.release().catch(() => undefined))
  let sound: AudioContext | undefined
  function tone() {
    if (muted.value || !('AudioContext' in window)) return
    sound ??= new AudioContext()
    const note = sound.createOscillator()
    const loud = sound.createGain()
    loud.gain.value = 0.15
    note.frequency.value = 660
    note.connect(loud).connect(sound.destination)
    note.start()
    note.stop(sound.currentTime + 0.35)
  }
  return { muted, tone }
}

import { onBeforeUnmount, onMounted, ref } from 'vue'
import { useRefresh } from './refresh'

/** Hears what others do on a shoot, on whichever server, and asks again for what may have changed. `lost` says that it
 * does not hear; the browser tries again by itself, and then everything is asked for, since something may have been missed. */
export function useLive(shoot: string) {
  const lost = ref(false)
  const refresh = useRefresh()
  let source: EventSource | undefined
  let soon: ReturnType<typeof setTimeout> | undefined
  /** Deeds that come together are asked for once. */
  const again = () => {
    clearTimeout(soon)
    soon = setTimeout(() => void refresh(), 60)
  }
  onMounted(() => {
    if (!('EventSource' in window)) return
    source = new EventSource(`/api/live?shoot=${encodeURIComponent(shoot)}`)
    source.addEventListener('deed', again)
    source.addEventListener('again', () => {
      if (lost.value) again()
      lost.value = false
    })
    source.addEventListener('error', () => (lost.value = true))
  })
  onBeforeUnmount(() => {
    clearTimeout(soon)
    source?.close()
  })
  return { lost }
}

import { onBeforeUnmount, onMounted, ref } from 'vue'
import { useRefresh } from './refresh'

/** Hears what others do on a shoot, on whichever server, and asks again for what may have changed. `lost` says that it
 * does not hear; the browser tries again by itself, and then everything is asked for, since something may have been missed. */
export function useLive(shoot: string, first?: Parameters<typeof useRefresh>[0]) {
  const lost = ref(false)
  const refresh = useRefresh()
  const refreshFirst = useRefresh(first)
  let source: EventSource | undefined
  let soon: ReturnType<typeof setTimeout> | undefined
  let asked = 0
  /** What is looked at is asked for at once, everything else a little later: deeds come together, and a machine has
   * little enough to do with. */
  const again = () => {
    clearTimeout(soon)
    const now = Date.now()
    if (now - asked > 250) {
      asked = now
      void refreshFirst()
    }
    soon = setTimeout(() => void refresh(), 250)
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

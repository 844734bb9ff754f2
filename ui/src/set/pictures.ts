import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ask } from '../api/client'
import { pictureLong } from '../parts/shown'
import type { Desk } from './desk'

/** The rendered picture that lies over the lens: the newest one kept of this shot, until
 * another is made. It stands for the set it was made of, which the server names by its hash. */
export function usePictures(desk: Desk) {
  const long = pictureLong(innerWidth > 720 ? innerWidth * 0.4 : innerWidth)
  const url = ref('')
  const of = ref('')
  const shown = ref(true)
  const kept = useQuery({
    queryKey: ['previews', desk.shotId],
    enabled: () => desk.shotId.value !== '',
    queryFn: () => ask(api.GET('/api/shots/{id}/previews', { params: { path: { id: desk.shotId.value } } })),
  })
  function show(picture: string, hash: string) {
    url.value = picture
    of.value = hash
  }
  watch(kept.data, (list) => {
    if (!url.value && list?.length) show(`/api/previews/${list[0]!.id}/picture?long=${long}`, list[0]!.doc.setHash)
  })
  watch(desk.shotId, () => show('', ''))
  const stale = computed(() => of.value !== '' && !!desk.report.value && of.value !== desk.report.value.setHash)
  return { url, shown, stale, show }
}

import { computed, onBeforeUnmount, shallowReactive, watch, type Ref } from 'vue'
import { askBeforeLeaving } from './unsent'

const fields = shallowReactive(new Set<symbol>())
let stop: (() => void) | undefined

/** How many fields hold something that cannot be read: it stands nowhere but in the field. */
export const unread = computed(() => fields.size)

/** Tells of a field while `wrong` says why it cannot be read: the page does not call itself saved meanwhile, and
 * asks before it is left. */
export function tellUnread(wrong: Ref<string>) {
  const me = Symbol()
  const put = (is: boolean) => {
    if (is) fields.add(me)
    else fields.delete(me)
    if (fields.size) stop ??= askBeforeLeaving(() => fields.size > 0)
    else {
      stop?.()
      stop = undefined
    }
  }
  watch(wrong, (words) => put(words !== ''))
  onBeforeUnmount(() => put(false))
}

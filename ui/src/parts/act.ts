import { ElMessage } from 'element-plus'
import { ref } from 'vue'
import { Problem } from '../api/client'

/** Does something, says so when it was done, keeps what went wrong, and asks again for what may
 * have changed. After a failure too, since somebody else may have been there first; but not
 * when a field was refused, so that what was typed stays. */
export function useAct(refresh: () => Promise<unknown>) {
  const error = ref<unknown>()
  async function act(run: () => Promise<unknown>, said = ''): Promise<boolean> {
    error.value = undefined
    try {
      await run()
      if (said) ElMessage({ message: said, type: 'success' })
    } catch (e) {
      error.value = e
      if (e instanceof Problem && e.status === 422) return false
    }
    await refresh()
    return error.value === undefined
  }
  return { act, error }
}

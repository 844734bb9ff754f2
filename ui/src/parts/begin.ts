import { useQueryClient } from '@tanstack/vue-query'
import { ElMessage } from 'element-plus'
import type { Schema } from '../api/client'
import { useBlanks } from '../api/queries'

/** Begins a new thing with what such things begin with. A press that comes before that is here waits for it
 * and is not lost; where it never comes, that is said. */
export function useBegin() {
  const queries = useQueryClient()
  return async (put: (b: Schema['Blanks']) => unknown) => {
    try {
      await put(await queries.ensureQueryData(useBlanks.ahead()))
    } catch (e) {
      ElMessage({ message: e instanceof Error ? e.message : String(e), type: 'error', duration: 8000, showClose: true })
    }
  }
}

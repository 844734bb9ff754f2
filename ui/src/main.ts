import '@fontsource-variable/fraunces/index.css'
import '@fontsource-variable/figtree/index.css'
import '@fontsource/ibm-plex-mono/400.css'
import '@fontsource/ibm-plex-mono/500.css'
import 'element-plus/es/components/message/style/css'
import './theme/theme.css'
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { askAhead } from './api/ahead'
import { Problem } from './api/client'
import App from './App.vue'
import { focusFirstField } from './parts/firstField'
import { leaveTheField } from './parts/leaving'
import { router } from './router'

/** What may pass by itself is asked for again every few seconds, so that the page goes on when the studio does. */
const again = {
  retry: (n: number, e: Error) => e instanceof Problem && e.passing && n < 200,
  retryDelay: (n: number) => Math.min(4000, 500 * 2 ** n),
}
const queries = new QueryClient({
  defaultOptions: { queries: { ...again, staleTime: 2000, refetchOnWindowFocus: false } },
})

focusFirstField()
leaveTheField(router)
askAhead(router, queries)
createApp(App).use(createPinia()).use(router).use(VueQueryPlugin, { queryClient: queries }).mount('#app')

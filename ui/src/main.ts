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
import { again } from './api/patience'
import App from './App.vue'
import { focusFirstField } from './parts/firstField'
import { leaveTheField } from './parts/leaving'
import { router } from './router'

const queries = new QueryClient({
  defaultOptions: { queries: { ...again, staleTime: 2000, refetchOnWindowFocus: false } },
})

focusFirstField()
leaveTheField(router)
askAhead(router, queries)
createApp(App).use(createPinia()).use(router).use(VueQueryPlugin, { queryClient: queries }).mount('#app')

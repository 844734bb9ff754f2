import '@fontsource-variable/fraunces/index.css'
import '@fontsource-variable/figtree/index.css'
import '@fontsource/ibm-plex-mono/500.css'
import '../theme/theme.css'
import { createApp } from 'vue'
import ProofPage from './ProofPage.vue'

addEventListener('hashchange', () => location.reload())
createApp(ProofPage).mount('#app')

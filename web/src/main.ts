import './theme/tokens.css'
import './theme/base.css'
import { createPinia } from 'pinia'
import PrimeVue from 'primevue/config'
import { createApp } from 'vue'
import App from './App.vue'
import { focusWhatComes } from './autofocus'
import { onSecondStepAsked, onSignedOut } from './api/client'
import { router } from './router'
import { useSession } from './session'
import { preset } from './theme/primevue'
import { applyTheme } from './theme/mode'

applyTheme()
focusWhatComes(document.body)
onSignedOut(() => {
  const here = router.currentRoute.value
  const session = useSession()
  // A page that was being worked on stays, and the same person signs in over it.
  if (session.me && !here.meta.open) session.over = true
  else if (!here.meta.open) void router.push({ path: '/sign-in', query: { to: here.fullPath } })
})

onSecondStepAsked(() => {
  const session = useSession()
  if (session.secondStepMissing) return
  session.secondStepMissing = true
  void router.push('/account')
})

createApp(App)
  .use(createPinia())
  .use(router)
  .use(PrimeVue, { theme: { preset, options: { darkModeSelector: '[data-theme="dark"]' } } })
  .mount('#app')

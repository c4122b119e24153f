import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import 'vuetify/styles'
import App from './App.vue'
import { catchCrashes } from './crash.ts'
import { makeRouter } from './router.ts'
import { storedTheme } from './themeChoice.ts'
import { day, dim } from './theme.ts'
import './style.css'
import './touch.css'

const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: { defaultTheme: storedTheme(), themes: { day, dim } },
  defaults: {
    VTextField: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
    VTextarea: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
    VSelect: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
    VAutocomplete: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
    VCombobox: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
    VSwitch: { density: 'compact', hideDetails: 'auto', color: 'primary' },
    VCheckbox: { density: 'compact', hideDetails: 'auto', color: 'primary' },
    VBtn: { variant: 'tonal' },
    VBtnToggle: { density: 'compact', variant: 'outlined', divided: true, color: 'primary' },
  },
})

const router = makeRouter()
const app = createApp(App)
catchCrashes(app, router)
app.use(createPinia()).use(router).use(vuetify).mount('#app')

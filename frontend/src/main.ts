import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'

import App from '@/app/App.vue'
import { queryOptions } from '@/app/queries'
import { router } from '@/app/routes'

import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource-variable/brygada-1918/wght.css'
import 'element-plus/theme-chalk/base.css'
import 'element-plus/theme-chalk/dark/css-vars.css'
import '@/app/theme.css'

createApp(App).use(createPinia()).use(router).use(VueQueryPlugin, queryOptions).mount('#app')

/// <reference types="vite/client" />

// For tools that do not read single-file components: what one is.
declare module '*.vue' {
  import type { DefineComponent } from 'vue'

  const component: DefineComponent<object, object, unknown>
  export default component
}

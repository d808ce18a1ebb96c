/** `v-focus`: what has just appeared takes the keyboard. */
export default defineNuxtPlugin((nuxt) => {
  nuxt.vueApp.directive('focus', { mounted: (element: HTMLElement) => element.focus() })
})

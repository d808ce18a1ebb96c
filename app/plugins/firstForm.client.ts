import { takeFirstAway } from '~/live/firstForm'

/** The form that stood in the page goes when the first page is there, whichever that is. */
export default defineNuxtPlugin((nuxt) => {
  // What is mounted with the page has been, by then: signing in takes over what was typed.
  nuxt.hook('app:suspense:resolve', () => void setTimeout(takeFirstAway))
  nuxt.hook('app:error', takeFirstAway)
})

import { catalogueData } from '../catalogue/catalogueData'
import { beginThreads, endThreads } from '../threads/inThread'

/** A thread and the catalogue stand ready before somebody asks for one, and the threads end with the server. */
export default defineNitroPlugin(({ hooks }) => {
  // Where the server lies is known only once all of it is loaded.
  setImmediate(() => {
    beginThreads()
    catalogueData()
  })
  hooks.hook('close', endThreads)
})

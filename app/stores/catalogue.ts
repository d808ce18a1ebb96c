import { CatalogueData, linkCatalogue, type Catalogue } from '~~/core/catalogue/catalogue'

/** The catalogue, fetched once a visit. Pages wait for `load` and then read `catalogue`. */
export const useCatalogue = defineStore('catalogue', () => {
  const linked = shallowRef<Catalogue | null>(null)
  let loading: Promise<void> | undefined

  function load(): Promise<void> {
    return (loading ??= $fetch('/api/catalogue').then(
      (data) => {
        linked.value = linkCatalogue(CatalogueData.parse(data))
      },
      (error) => {
        loading = undefined
        throw error
      },
    ))
  }

  /** After a practice has changed its movements. */
  function reload(): Promise<void> {
    loading = undefined
    return load()
  }

  const catalogue = computed(() => {
    if (!linked.value) throw new Error('The catalogue is read before it is loaded.')
    return linked.value
  })
  return { catalogue, load, reload }
})

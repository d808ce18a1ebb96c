import { readCatalogue, readTexts } from '~~/core/contract/movements'
import { entryOf } from '~~/core/entries'
import { linkCatalogue, type Catalogue, type Variation } from '~~/core/catalogue/catalogue'
import type { MovementTexts } from '~~/core/catalogue/movement'
import { heardOrKnown, PATIENCE_MS } from '~/live/heardOrKnown'

/**
 * The catalogue's index, fetched once a visit, and the words of movements as they are needed. Pages wait for `load`
 * and then read `catalogue`.
 */
export const useCatalogue = defineStore('catalogue', () => {
  const linked = shallowRef<Catalogue | null>(null)
  let loading: Promise<void> | undefined

  const { account } = useAccount()
  const owner = () => account.value?.id ?? null

  function load(): Promise<void> {
    const ask = () => call(readCatalogue, { patienceMs: PATIENCE_MS })
    return (loading ??= heardOrKnown(owner(), 'catalogue', ask).then(
      ({ value }) => {
        linked.value = linkCatalogue(value)
      },
      (error) => {
        loading = undefined
        throw error
      },
    ))
  }

  const texts = shallowReactive(new Map<string, MovementTexts>())
  /** Fetches the words of movements that are not here yet; who leads a class has them all before it begins. */
  async function loadTexts(movements: Iterable<string>): Promise<void> {
    const wanted = [...new Set(movements)].filter((id) => !texts.has(id))
    if (wanted.length === 0) return
    const asked = call(readTexts, { query: { movements: wanted.join(',') }, patienceMs: PATIENCE_MS })
    await Promise.all(
      wanted.map(async (id) => {
        const ask = async () => entryOf(new Map((await asked).map((text) => [text.id, text])), id)
        texts.set(id, (await heardOrKnown(owner(), `texts ${id}`, ask)).value)
      }),
    )
  }
  const textsOf = (variation: Variation) => texts.get(variation.movement)?.variations[variation.id]

  /** After a practice has changed its movements. */
  function reload(): Promise<void> {
    loading = undefined
    texts.clear()
    forgetOwnWays()
    return load()
  }

  const catalogue = computed(() => {
    if (!linked.value) throw new Error('The catalogue is read before it is loaded.')
    return linked.value
  })
  return { catalogue, load, reload, texts, textsOf, loadTexts }
})

/** What the bundler says of a file it made, as far as it is used here. */
interface Built {
  file: string
  isEntry?: boolean
  preload?: boolean
  prefetch?: boolean
  imports?: string[]
}

/**
 * What whoever comes for the first time sees, by the ends of its sources' names: fetched beside the entry, not after
 * it.
 */
const FIRST = ['pages/sign-in.vue', 'layouts/bare.vue', 'workbox-window/build/workbox-window.prod.es5.mjs']
/** Its letters come beside the code, so that nothing jumps when they are there. */
const LETTERS = '-next-latin-wght-normal'

/**
 * Tells the first page what to fetch at once: what it shows and nothing else. What comes later is fetched when it is
 * asked for, and laid in by the service worker.
 *
 * @throws {Error} when a part of the first screen is not among what was built: it would come late, and nobody would see
 * why
 */
export function firstScreenFirst(manifest: Record<string, Built>): void {
  const first = FIRST.map((end) => {
    const key = Object.keys(manifest).find((name) => name.endsWith(end))
    if (key === undefined) throw new Error(`The first screen wants ${end}, which was not built.`)
    return key
  })
  const wanted = new Set(first.flatMap((key) => [key, ...(manifest[key]?.imports ?? [])]))
  for (const [key, item] of Object.entries(manifest)) {
    item.prefetch = false
    item.preload = item.isEntry || wanted.has(key) || item.file.endsWith('.css') || item.file.includes(LETTERS)
    if (item.isEntry) item.imports = [...(item.imports ?? []), ...first]
  }
}

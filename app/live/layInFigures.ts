import type { Catalogue } from '~~/core/catalogue/catalogue'
import { TIERS } from '~~/core/catalogue/words'

/** Where the service worker keeps figures: as in nuxt.config.ts. */
const FIGURES = 'figures'
const SVG = 'image/svg+xml'
/** So many files are fetched at once: the screen that is open comes first. */
const FILES_AT_ONCE = 2

/**
 * Puts the figures of movements where the service worker finds them, also on the first visit, which it does not see.
 * Shipped ones come in one file for each movement (one by one they would be a thousand), a practice's own by
 * themselves.
 *
 * @param signal ends it
 * @throws where the server is not there, or with the signal
 */
export async function layInFigures(
  movements: ReadonlySet<string>,
  catalogue: Pick<Catalogue, 'variations'> & { ownFigures: ReadonlySet<string> },
  signal: AbortSignal,
): Promise<void> {
  const cache = await caches.open(FIGURES)
  const here = new Set((await cache.keys()).map(({ url }) => new URL(url).pathname))
  const missing = (movement: string, isOwn: boolean) =>
    [...catalogue.variations.values()]
      .filter((variation) => variation.movement === movement && catalogue.ownFigures.has(variation.id) === isOwn)
      .flatMap(({ id, poses }) => poses.map((pose) => figureAddress(id, pose, catalogue.ownFigures)))
      .filter((address) => !here.has(address))

  async function layInShipped(movement: string): Promise<void> {
    const addresses = missing(movement, false)
    if (addresses.length === 0) return
    const reply = await fetch(figuresOfMovement(movement), { signal })
    const drawn: Record<string, string> = isA('json', reply) ? await reply.json() : {}
    for (const address of addresses) {
      const svg = drawn[address]
      if (svg !== undefined) await cache.put(address, new Response(svg, { headers: { 'content-type': SVG } }))
    }
  }
  /** How they move: one file for each movement, and for each tier how one gets from posture to posture. */
  async function layInWays(address: string): Promise<void> {
    if (here.has(address)) return
    const reply = await fetch(address, { signal })
    if (isA('json', reply)) await cache.put(address, reply)
  }
  async function layInOwn(movement: string): Promise<void> {
    for (const address of missing(movement, true)) {
      const reply = await fetch(address, { signal })
      if (isA('svg', reply)) await cache.put(address, reply)
    }
  }
  const left = [...movements]
  const takeOn = async () => {
    for (let next = left.pop(); next !== undefined; next = left.pop()) {
      await layInShipped(next)
      await layInWays(movingAddress(next))
      await layInOwn(next)
    }
  }
  await Promise.all(Array.from({ length: FILES_AT_ONCE }, takeOn))
  for (const tier of TIERS) await layInWays(changingAddress(tier))
}

/** A file that nobody has made is answered with a page. */
const isA = (type: string, reply: Response): boolean =>
  reply.ok && (reply.headers.get('content-type')?.includes(type) ?? false)

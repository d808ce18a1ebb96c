import { backwards } from '~~/core/body/backwards'
import { unpackWay, type ShippedWay } from '~~/core/body/shippedWay'
import type { Way } from '~~/core/body/way'
import type { Camera } from '~~/core/catalogue/figure'
import type { Press } from '~~/core/catalogue/movement'
import type { Tier } from '~~/core/catalogue/words'
import { readWay } from '~~/core/contract/movements'

/** How a variation moves, and from where it is looked at. */
export interface SeenWay {
  way: Way
  camera: Camera
  /** Where the force goes while it is pressed. */
  presses: readonly Press[]
}

/** By address: fetched once, and by whatever asks first. */
const fetched = new Map<string, Promise<Map<string, SeenWay>>>()

const OWN = 'own '
type Sent = ShippedWay & { presses?: Press[] }

/** Ways by their ids; empty where they cannot be fetched, and then asked for again the next time. */
function waysAt(address: string, ask: () => Promise<Record<string, Sent>>): Promise<Map<string, SeenWay>> {
  const known = fetched.get(address)
  if (known) return known
  const asked = ask()
    .then((ways) => {
      return new Map(
        Object.entries(ways).map(([id, way]) => [
          id,
          {
            way: { ...unpackWay(way), ...(way.thingsAt ? { thingsAt: way.thingsAt } : {}) },
            camera: way.camera,
            presses: way.presses ?? [],
          },
        ]),
      )
    })
    .catch(() => {
      fetched.delete(address)
      return new Map<string, SeenWay>()
    })
  fetched.set(address, asked)
  return asked
}

/** After a practice has changed what it has drawn itself. */
export function forgetOwnWays(): void {
  for (const address of fetched.keys()) if (address.startsWith(OWN)) fetched.delete(address)
}

/** What the server has to work out is asked for one after the other: it lets only few wait. */
let lastAsked: Promise<unknown> = Promise.resolve()
function inTurn<T>(ask: () => Promise<T>): Promise<T> {
  const asked = lastAsked.then(ask, ask)
  lastAsked = asked
  return asked
}

/** A file of ways; one that nobody has made is answered with a page. */
async function inFile(address: string): Promise<Record<string, Sent>> {
  const reply = await fetch(address)
  if (!reply.ok || !reply.headers.get('content-type')?.includes('json')) throw new Error(reply.statusText)
  return reply.json()
}

/**
 * How a variation moves: from the file of its movement, or, where the practice has drawn it itself, worked out by the
 * server; null where that cannot be had now.
 *
 * @param own ids of what the practice has drawn itself
 */
export async function wayOf(
  { id, movement }: { id: string; movement: string },
  own: { has: (id: string) => boolean },
): Promise<SeenWay | null> {
  const address = own.has(id) ? `${OWN}${id}` : movingAddress(movement)
  const asOwn = () => inTurn(async () => ({ [id]: await call(readWay, { params: { variation: id } }) }))
  const ask = own.has(id) ? asOwn : () => inFile(address)
  return (await waysAt(address, ask)).get(id) ?? null
}

/** How one gets from a posture to a neighbour in a tier, there or back; null where nobody has drawn it. */
export async function wayBetween(tier: Tier, from: string, to: string): Promise<SeenWay | null> {
  const address = changingAddress(tier)
  const ways = await waysAt(address, () => inFile(address))
  const there = ways.get(`${from}>${to}`)
  if (there) return there
  const back = ways.get(`${to}>${from}`)
  return back ? { ...back, way: backwards(back.way) } : null
}

import { backwards } from '~~/core/body/backwards'
import { unpackWay, type ShippedWay } from '~~/core/body/shippedWay'
import type { Way } from '~~/core/body/way'
import type { Camera } from '~~/core/catalogue/figure'
import type { Press } from '~~/core/catalogue/movement'
import type { Tier } from '~~/core/catalogue/words'

/** How a variation moves, and from where it is looked at. */
export interface SeenWay {
  way: Way
  camera: Camera
  /** Where the force goes while it is pressed. */
  presses: readonly Press[]
}

/** By address: fetched once, and by whatever asks first. */
const fetched = new Map<string, Promise<Map<string, SeenWay>>>()

/** Ways in a file, by their ids; empty where it cannot be fetched, and then asked again the next time. */
function waysAt(address: string): Promise<Map<string, SeenWay>> {
  const known = fetched.get(address)
  if (known) return known
  const asked = fetch(address)
    .then(async (reply): Promise<Map<string, SeenWay>> => {
      if (!reply.ok || !reply.headers.get('content-type')?.includes('json')) throw new Error(reply.statusText)
      const ways = (await reply.json()) as Record<string, ShippedWay & { presses?: Press[] }>
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

/** How the variations of a shipped movement move, by their ids. */
export function waysOfMovement(movement: string): Promise<Map<string, SeenWay>> {
  return waysAt(movingAddress(movement))
}

/** How one gets from a posture to a neighbour in a tier, there or back; null where nobody has drawn it. */
export async function wayBetween(tier: Tier, from: string, to: string): Promise<SeenWay | null> {
  const ways = await waysAt(changingAddress(tier))
  const there = ways.get(`${from}>${to}`)
  if (there) return there
  const back = ways.get(`${to}>${from}`)
  return back ? { ...back, way: backwards(back.way) } : null
}

import { unpackWay, type ShippedWay } from '~~/core/body/shippedWay'
import type { Way } from '~~/core/body/way'
import type { Camera } from '~~/core/catalogue/figure'
import type { Press } from '~~/core/catalogue/movement'

/** How a variation moves, and from where it is looked at. */
export interface SeenWay {
  way: Way
  camera: Camera
  /** Where the force goes while it is pressed. */
  presses: readonly Press[]
}

/** By movement: fetched once, and by whatever asks first. */
const fetched = new Map<string, Promise<Map<string, SeenWay>>>()

/**
 * How the variations of a shipped movement move, by their ids; empty where it cannot be fetched, and then asked again
 * the next time.
 */
export function waysOfMovement(movement: string): Promise<Map<string, SeenWay>> {
  const known = fetched.get(movement)
  if (known) return known
  const asked = fetch(movingAddress(movement))
    .then(async (reply): Promise<Map<string, SeenWay>> => {
      if (!reply.ok || !reply.headers.get('content-type')?.includes('json')) throw new Error(reply.statusText)
      const ways = (await reply.json()) as Record<string, ShippedWay & { presses?: Press[] }>
      return new Map(
        Object.entries(ways).map(([id, way]) => [
          id,
          { way: unpackWay(way), camera: way.camera, presses: way.presses ?? [] },
        ]),
      )
    })
    .catch(() => {
      fetched.delete(movement)
      return new Map<string, SeenWay>()
    })
  fetched.set(movement, asked)
  return asked
}

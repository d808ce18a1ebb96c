/**
 * Where the picture of a pose is: drawn with the application, or by the practice.
 *
 * @param own ids of what the practice has drawn itself
 * @example
 * figureAddress('bridge.chair.2', 'end', new Set()) // "/figures/bridge.chair.2.end.svg"
 */
export function figureAddress(variation: string, pose: string, own: { has: (id: string) => boolean }): string {
  return own.has(variation) ? `/api/figures/${variation}/${pose}` : `/figures/${variation}.${pose}.svg`
}

/**
 * Where all figures of a shipped movement lie in one file: drawings by the addresses of {@link figureAddress}.
 *
 * @example
 * figuresOfMovement('bridge') // "/figures/of/bridge.json"
 */
export function figuresOfMovement(movement: string): string {
  return `/figures/of/${movement}.json`
}

/**
 * Where lies how a shipped movement's variations move.
 *
 * @example
 * movingAddress('bridge') // "/figures/moving/bridge.json"
 */
export function movingAddress(movement: string): string {
  return `/figures/moving/${movement}.json`
}

/**
 * Where lies how one gets from posture to posture in a tier.
 *
 * @example
 * changingAddress('floor') // "/figures/changing/floor.json"
 */
export function changingAddress(tier: string): string {
  return `/figures/changing/${tier}.json`
}

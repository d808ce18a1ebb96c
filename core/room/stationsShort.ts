import { entryAt, entryOf } from '../entries'
import type { Catalogue } from '../catalogue/catalogue'
import { homePosture } from '../offer/mover'
import type { Participant } from '../offer/participant'
import type { RiderToday } from '../plan/riders'

/** Furniture of the room of which there is too little. */
export interface StationShort {
  prop: string
  needed: number
  has: number
  /** Who needs it at the same time. */
  people: string[]
  /** The block in which most need it; null: it is short from the start, whatever is done. */
  index: number | null
}

/** Who stands on furniture of their own: at home, or in a wheelchair. */
type Joining = (id: string) => Participant['joins'] | undefined

/**
 * Beds, chairs, mats and places at the wall that are short in a session. What the venue did not count is not held
 * against it.
 *
 * @param joins how each person joins: who joins by video has their own, and a wheelchair is a chair
 * @param cupboard how many of each the venue has; what it lacks was not counted
 * @example
 * stationsShort([], () => 'room', { chair: 1 }, catalogue) // []
 */
export function stationsShort(
  riders: readonly RiderToday[],
  joins: Joining,
  cupboard: Readonly<Record<string, number>>,
  catalogue: Catalogue,
): StationShort[] {
  const here = riders.filter((rider) => rider.today.takesPart && joins(rider.id) !== 'video')
  const counted = [...catalogue.props.values()].filter(({ id, station }) => station && cupboard[id] !== undefined)
  const moments = [null, ...(here[0]?.offers.keys() ?? [])]
  return counted.flatMap(({ id: prop }) => {
    const has = cupboard[prop] ?? 0
    const tries = moments.map((index): StationShort => {
      const people = here.filter((rider) => takesOf(rider, index, catalogue).has(prop)).map(({ id }) => id)
      const own = prop === 'chair' ? people.filter((id) => joins(id) === 'wheelchair').length : 0
      return { prop, needed: people.length - own, has, people, index }
    })
    // What is short from the start is said of the start, unless a block needs more.
    const worst = tries.reduce((most, one) => (one.needed > most.needed ? one : most), entryAt(tries, 0))
    return worst.needed > has ? [worst] : []
  })
}

/** What somebody's posture takes in a block; before the first one, what their place takes. */
function takesOf(rider: RiderToday, index: number | null, catalogue: Catalogue): ReadonlySet<string> {
  const home = homePosture(rider.tier, rider.mover.avoid, catalogue)
  const offers = index === null ? [] : entryAt(rider.offers, index)
  const own = offers.flatMap(({ variation }) => (variation ? [variation.postureId] : []))
  const postures = own.length > 0 ? own : [home]
  return new Set(postures.flatMap((id) => entryOf(catalogue.postures, id).takes))
}

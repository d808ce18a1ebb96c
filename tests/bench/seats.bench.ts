import { shippedCatalogue } from '../shippedCatalogue'
import { bench, describe } from 'vitest'
import { randomFrom } from '../../core/random'
import { TIERS } from '../../core/catalogue/words'
import { NO_NEEDS } from '../../core/offer/seatNeeds'
import { seatRoom, type RoomSitter } from '../../core/room/seatRoom'

const room = { lengthM: 20, widthM: 14, door: { wall: 'left', alongM: 2 } as const }
const sitters: RoomSitter[] = Array.from({ length: 40 }, (_, at) => ({
  id: `p${at}`,
  tier: TIERS[at % 4]!,
  joins: 'room',
  needs: { ...NO_NEEDS, hearing: at % 5 === 0, wall: at % 7 === 0, door: at % 11 === 0 },
  friends: at % 2 === 0 ? [`p${(at + 9) % 40}`] : [],
}))
const random = randomFrom(1)
const exchanges = { looks: 400_000, random: () => random.next() }
const { stations } = shippedCatalogue()
const seated = seatRoom(room, sitters, stations, { exchanges })
console.log(
  `40 people, 20 friendships: ${(100 * (seated.cost / seated.atLeast - 1)).toFixed(1)} % above the least there can be`,
)

// Wanted: under 300 ms for forty people.
describe('seating forty people', () => {
  bench('exactly, without friends', () => {
    seatRoom(
      room,
      sitters.map((sitter) => ({ ...sitter, friends: [] })),
      stations,
    )
  })
  bench('with friends brought together', () => {
    seatRoom(room, sitters, stations, { exchanges })
  })
})

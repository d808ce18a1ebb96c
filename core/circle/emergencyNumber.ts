import type { Circle, Venue } from './circle'

/** How it is called where nobody has written it down. */
const LOCAL = 'the local emergency number'

/**
 * Any sentence that says to call the local emergency number, with the number of a venue where it is written down.
 *
 * @example
 * withNumber('Stop and call the local emergency number.', '112') // 'Stop and call 112.'
 * withNumber('Stop and call the local emergency number.', '') // 'Stop and call the local emergency number.'
 */
export function withNumber(sentence: string, number: string): string {
  return number === '' ? sentence : sentence.replaceAll(LOCAL, number)
}

/**
 * The number for somebody who is not at the venue: of where their circles meet, or else of all venues; '' where these
 * say different ones or none.
 *
 * @example
 * numberFor('cora', [], [{ id: 'hall', emergencyNumber: '112' }, { id: 'club', emergencyNumber: '' }]) // '112'
 */
export function numberFor(
  person: string,
  circles: readonly Pick<Circle, 'members' | 'venueId'>[],
  venues: readonly Pick<Venue, 'id' | 'emergencyNumber'>[],
): string {
  const theirs = new Set(circles.filter(({ members }) => members.includes(person)).map(({ venueId }) => venueId))
  const known = venues.filter(({ id }) => theirs.size === 0 || theirs.has(id))
  const numbers = new Set(known.map(({ emergencyNumber }) => emergencyNumber).filter((number) => number !== ''))
  return numbers.size === 1 ? [...numbers].join('') : ''
}

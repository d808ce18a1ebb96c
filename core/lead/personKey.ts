/**
 * Which person number keys pick: one figure up to nine people, always two from ten on, so that nobody is picked by half
 * a number.
 *
 * @param digit that was pressed, 0–9
 * @param before the figure that waits for its second; null: none
 * @param people how many there are
 * @returns the person, counted from 0, and the figure that waits now
 * @example
 * personKey(3, null, 6) // { person: 2, waits: null }
 * personKey(1, null, 12) // { person: null, waits: 1 }
 * personKey(2, 1, 12) // { person: 11, waits: null }
 * personKey(0, null, 6) // { person: null, waits: null }
 */
export function personKey(
  digit: number,
  before: number | null,
  people: number,
): { person: number | null; waits: number | null } {
  if (people < 10) return { person: digit > 0 && digit <= people ? digit - 1 : null, waits: null }
  if (before === null) return { person: null, waits: digit }
  const number = 10 * before + digit
  return { person: number > 0 && number <= people ? number - 1 : null, waits: null }
}

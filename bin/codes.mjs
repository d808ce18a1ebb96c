import { randomInt } from 'node:crypto'

/** Letters and digits that nobody mistakes for each other when they are typed from a screen or from paper. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'

/** A code of chance, written in groups of four: each letter of it is worth almost five bits. */
export function writtenCode(groups = 3) {
  const group = () => Array.from({ length: 4 }, () => LETTERS[randomInt(LETTERS.length)]).join('')
  return Array.from({ length: groups }, group).join('-')
}

import lists from 'zxcvbn/lib/frequency_lists.js'

/** The commonest passwords of published leaks, the commonest first: as zxcvbn ships them (MIT). */
const COMMONEST = new Set(lists.passwords.slice(0, 10_000).map((word) => word.toLowerCase()))
/** A word of a name as short as this may stand in anything. */
const SHORTEST_WORD = 4

/** Whose password it is to be: what anybody would try first. */
export interface Whose {
  name: string
  email: string
  practice: string
}

/**
 * Why a password is none: one of the commonest, or made of the own name, address or practice, whatever digits and signs
 * stand around it (ASVS 5.0, 6.2.4 and 6.2.11). Asks for no kinds of letters: length is what counts.
 *
 * @returns what to say at the field; null where it may be taken
 */
export function whyNot(password: string, { name, email, practice }: Whose): string | null {
  const plain = lettersOf(password)
  if (COMMONEST.has(password.toLowerCase()) || COMMONEST.has(plain))
    return 'This is one of the passwords that are tried first. Take a few words that do not belong together.'
  if (new Set(password.toLowerCase()).size < 5 || isRun(password))
    return 'This repeats itself: it is tried early. Take a few words that do not belong together.'
  const own = [name, email, practice].flatMap((text) => [lettersOf(text), ...wordsOf(text)])
  const left = own
    .filter((word) => word.length >= SHORTEST_WORD)
    .toSorted((a, b) => b.length - a.length)
    .reduce((rest, word) => rest.replaceAll(word, ''), plain)
  // What remains beside the own words has to be a password by itself.
  if (left !== plain && left.length < 8)
    return 'This is made of your name, your address or your practice: it is tried first.'
  return null
}

/** Letters alone, as a guess would have them: without digits and signs, which are tried with every word. */
function lettersOf(text: string): string {
  return text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[^\p{L}]/gu, '')
}

function wordsOf(text: string): string[] {
  return text
    .normalize('NFKC')
    .toLowerCase()
    .split(/[^\p{L}]+/u)
}

/** Letters or digits one after the other, as on a keyboard's row of digits. */
function isRun(password: string): boolean {
  const steps = Array.from(password, (letter, at) => letter.charCodeAt(0) - password.charCodeAt(at - 1)).slice(1)
  return steps.filter((step) => Math.abs(step) <= 1 || Math.abs(step) === 9).length >= steps.length - 1
}

import { tagWords, type Side, type Tag } from '../catalogue/words'

/** What stands in the way of a variation for somebody, or is watched while it is done. */
export type Limit =
  | { kind: 'consideration'; id: string; name: string; side: Side; tag: Tag; clearedBy: string }
  | { kind: 'unknown-consideration'; id: string }
  | { kind: 'no-way' }
  | { kind: 'range'; range: string; side: 'left' | 'right'; askedDeg: number; usableDeg: number }
  | { kind: 'dizzy'; tag: Tag }
  | { kind: 'unloaded' }

/**
 * A limit in plain words. The tags are the trade's own words, so they need no dictionary.
 *
 * @example
 * limitWords({ kind: 'dizzy', tag: 'neck-arch' }) // 'Dizzy today: neck arch is asked here'
 */
export function limitWords(limit: Limit): string {
  switch (limit.kind) {
    case 'consideration': {
      const side = limit.side === 'both' ? '' : ` (${limit.side})`
      const words = `${limit.name}${side}: ${askedWords(limit.tag)}`
      return limit.clearedBy === '' ? words : `${words} (cleared by ${limit.clearedBy})`
    }
    case 'unknown-consideration':
      return `“${limit.id}” is not in the table: read the note.`
    case 'no-way':
      return 'No safe way to this posture'
    case 'range':
      return (
        `${limit.range.replaceAll('-', ' ')}, ${limit.side}: ` +
        `${limit.askedDeg}° is asked, ${limit.usableDeg}° may be used`
      )
    case 'dizzy':
      return `Dizzy today: ${askedWords(limit.tag)}`
    case 'unloaded':
      return 'Without added load yet.'
  }
}

function askedWords(tag: Tag): string {
  return `${tagWords(tag)} is asked here`
}

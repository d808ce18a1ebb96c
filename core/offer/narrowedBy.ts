import type { ParticipantConsideration } from './participant'

const keyOf = ({ consideration, side, note }: ParticipantConsideration) =>
  `${consideration} ${side} ${consideration === 'other' ? note : ''}`

/**
 * What is on file of somebody after a screening to which no lead has agreed: it only ever closes more. What stands on
 * file stays as it is, for as long as the longer of the two, and what is new holds without any clearance.
 *
 * @param found what the screening led to: `screened`
 * @example
 * narrowedBy([], []) // []
 */
export function narrowedBy(
  onFile: readonly ParticipantConsideration[],
  found: readonly ParticipantConsideration[],
): ParticipantConsideration[] {
  const now = new Map(found.map((row) => [keyOf(row), row]))
  const known = new Set(onFile.map(keyOf))
  const kept = onFile.map((row) => {
    const again = now.get(keyOf(row))
    return again ? { ...row, until: laterEnd(row.until, again.until) } : row
  })
  const added = found.filter((row) => !known.has(keyOf(row)))
  return [
    ...kept,
    ...added.map(({ consideration, side, since, until, note }) => ({
      ...{ consideration, side, since, until, note },
      ...{ clearedBy: '', clearedOn: null, clearedFor: '' },
    })),
  ]
}

/** The later of two last days; null: without an end. */
function laterEnd(a: string | null, b: string | null): string | null {
  if (a === null || b === null) return null
  return a > b ? a : b
}

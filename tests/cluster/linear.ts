/**
 * An independent look at what was said in meetings while parts of the installation were killed: nothing of the
 * application is used here. What is asked is linearizability (Herlihy and Wing, 1990, from memory) of a log that is
 * only added to: there is one order of all notes of a meeting that every reader sees, in which a note that was
 * confirmed before another was begun stands before it; nothing confirmed is missing, nothing is there twice, nothing is
 * there that nobody said.
 */

/** A note as whoever sent it knows it. */
export interface Sent {
  id: string
  meeting: string
  /** Epoch milliseconds, or any clock that all who send share. */
  begun: number
  /** When it was confirmed; null: it never was, and may be there or not. */
  confirmed: number | null
}

/** A part of a meeting's order as it reached a screen. */
export interface Part {
  from: number
  upTo: number
  ids: string[]
}

/** What one screen heard of its meeting, part by part. */
export interface Heard {
  screen: string
  meeting: string
  parts: Part[]
}

/** A note as it is stored. */
export interface Stored {
  id: string
  meeting: string
  sequence: number
}

/** What is wrong, each in a sentence; none: all is well. */
export function faultsIn(sent: readonly Sent[], heard: readonly Heard[], stored: readonly Stored[]): string[] {
  return [
    ...storedFaults(sent, stored),
    ...orderFaults(sent, stored),
    ...heard.flatMap((one) => heardFaults(one, stored)),
  ]
}

function storedFaults(sent: readonly Sent[], stored: readonly Stored[]): string[] {
  const times = new Map<string, number>()
  for (const { id } of stored) times.set(id, (times.get(id) ?? 0) + 1)
  const known = new Map(sent.map((note) => [note.id, note]))
  return [
    ...sent.filter(({ id, confirmed }) => confirmed !== null && !times.has(id)).map(({ id }) => `${id} was lost`),
    ...[...times].filter(([, count]) => count > 1).map(([id, count]) => `${id} is there ${count} times`),
    ...stored
      .filter(({ id, meeting }) => known.get(id)?.meeting !== meeting)
      .map(({ id }) => `${id} is there, and nobody said it there`),
  ]
}

/** What was confirmed before another was begun stands before it. */
function orderFaults(sent: readonly Sent[], stored: readonly Stored[]): string[] {
  const faults: string[] = []
  const known = new Map(sent.map((note) => [note.id, note]))
  for (const [meeting, notes] of byMeeting(stored)) {
    // Backwards through the order: whatever stands later must not have been confirmed before this one was begun.
    let [earliest, by] = [Infinity, '']
    for (const { id } of notes.toSorted((a, b) => b.sequence - a.sequence)) {
      const note = known.get(id)
      if (!note) continue
      if (earliest < note.begun)
        faults.push(`in ${meeting} ${by} stands after ${id}, and was confirmed before it began`)
      if (note.confirmed !== null && note.confirmed < earliest) [earliest, by] = [note.confirmed, id]
    }
    const places = new Set(notes.map(({ sequence }) => sequence))
    if (places.size !== notes.length) faults.push(`in ${meeting} two notes have one place`)
  }
  return faults
}

/** A screen hears each part once, without a gap, and in it what stands there, in that order. */
function heardFaults({ screen, meeting, parts }: Heard, stored: readonly Stored[]): string[] {
  const faults: string[] = []
  parts.forEach(({ from, upTo }, at) => {
    const before = parts[at - 1]
    if (before && before.upTo !== from) faults.push(`${screen} heard up to ${before.upTo}, and then from ${from}`)
    if (upTo < from) faults.push(`${screen} heard backwards, from ${from} to ${upTo}`)
  })
  const [first, last] = [parts[0]?.from ?? Infinity, parts.at(-1)?.upTo ?? -Infinity]
  const due = stored
    .filter((note) => note.meeting === meeting && note.sequence > first && note.sequence <= last)
    .toSorted((a, b) => a.sequence - b.sequence)
    .map(({ id }) => id)
  const got = parts.flatMap(({ ids }) => ids)
  const heardOnce = new Set(got)
  if (heardOnce.size !== got.length) faults.push(`${screen} heard something twice`)
  const missed = due.filter((id) => !heardOnce.has(id))
  if (missed.length > 0) faults.push(`${screen} missed ${missed.length}: ${missed.slice(0, 3).join(', ')}`)
  if (missed.length === 0 && got.join() !== due.join()) faults.push(`${screen} heard another order than is stored`)
  return faults
}

function byMeeting(stored: readonly Stored[]): Map<string, Stored[]> {
  const meetings = new Map<string, Stored[]>()
  for (const note of stored) meetings.set(note.meeting, [...(meetings.get(note.meeting) ?? []), note])
  return meetings
}

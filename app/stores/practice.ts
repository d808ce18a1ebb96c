import type { Zone } from '~~/core/calendar/wall'
import { readCircles, readVenues } from '~~/core/contract/circles'
import { readMeetings, type MeetingLine } from '~~/core/contract/meetings'
import { readPeople } from '~~/core/contract/people'
import type { Circle, Venue } from '~~/core/circle/circle'
import type { Participant } from '~~/core/offer/participant'

/** What belongs to the practice: its people, circles, venues and meetings, fetched anew when a page opens. */
export const usePractice = defineStore('practice', () => {
  const people = ref<Participant[]>([])
  const circles = ref<Circle[]>([])
  const venues = ref<Venue[]>([])
  /** Newest first. */
  const meetings = ref<MeetingLine[]>([])

  async function open(): Promise<void> {
    const [, ...answers] = await Promise.all([
      useCatalogue().load(),
      call(readPeople),
      call(readCircles),
      call(readVenues),
      call(readMeetings),
    ])
    ;[people.value, circles.value, venues.value, meetings.value] = answers
  }
  /** The last class of a circle that was led: what the next one is made like. */
  function lastLedOf(circleId: string): string | null {
    const led = meetings.value.find(
      (meeting) =>
        meeting.circleId === circleId && !meeting.calledOff && meeting.stage !== 'prepare' && meeting.blocks > 0,
    )
    return led?.id ?? null
  }
  /** The clock on the wall where a circle meets; null: it was not said. */
  function zoneOf(circleId: string): Zone {
    const circle = circles.value.find(({ id }) => id === circleId)
    return venues.value.find(({ id }) => id === circle?.venueId)?.zone ?? null
  }
  return { people, circles, venues, meetings, open, lastLedOf, zoneOf }
})

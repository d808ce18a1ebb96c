import { z } from 'zod'
import { Participant } from '~~/core/offer/participant'
import { Circle, Venue } from '~~/core/circle/circle'

const MeetingLine = z.object({
  id: z.string(),
  circleId: z.string(),
  startsAt: z.string(),
  title: z.string(),
  blocks: z.number(),
  came: z.number(),
  calledOff: z.boolean(),
  ledBy: z.string().nullable(),
  stage: z.enum(['prepare', 'lead', 'reflect', 'settled']),
})
export type MeetingLine = z.infer<typeof MeetingLine>

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
      $fetch('/api/participants'),
      $fetch('/api/circles'),
      $fetch('/api/venues'),
      $fetch('/api/meetings'),
    ])
    people.value = z.array(Participant).parse(answers[0])
    circles.value = z.array(Circle).parse(answers[1])
    venues.value = z.array(Venue).parse(answers[2])
    meetings.value = z.array(MeetingLine).parse(answers[3])
  }
  return { people, circles, venues, meetings, open }
})

import { z } from 'zod'
import { HolidayFields, SeriesException, SeriesRule } from '~~/core/calendar/series'

const Line = z.object({
  circleId: z.string(),
  seriesId: z.string().nullable(),
  meetingId: z.string().nullable(),
  on: z.string(),
  startsAt: z.string(),
  title: z.string(),
  state: z.enum(['open', 'holiday', 'called-off']),
  why: z.string(),
  ledBy: z.string().nullable(),
})
export type DateLine = z.infer<typeof Line>
const Series = z.object({ id: z.string(), circleId: z.string(), rule: SeriesRule })
const Holiday = z.object({ id: z.string(), ...HolidayFields.shape })
const Waiting = z.object({
  circleId: z.string(),
  participant: z.string(),
  name: z.string(),
  since: z.string(),
  note: z.string(),
})
const Places = z.object({
  circleId: z.string(),
  taken: z.number(),
  byRoom: z.number(),
  byHands: z.number(),
  places: z.number(),
})
const Known = z.object({
  lines: z.array(Line),
  series: z.array(Series),
  holidays: z.array(Holiday),
  waiting: z.array(Waiting),
  places: z.array(Places),
  accounts: z.array(z.object({ id: z.string(), name: z.string(), role: z.enum(['lead', 'helper']) })),
})

/** The dates ahead and what they follow from: series, holidays, cover, places and who waits for one. */
export const useDates = defineStore('dates', () => {
  const known = shallowRef<z.infer<typeof Known>>({
    lines: [],
    series: [],
    holidays: [],
    waiting: [],
    places: [],
    accounts: [],
  })

  async function open(): Promise<void> {
    known.value = Known.parse(await $fetch('/api/calendar'))
  }
  /** Changes one date, of a series or alone: called off, held on a holiday, led by somebody else. */
  async function changeDate(line: DateLine, change: Partial<z.infer<typeof SeriesException>>): Promise<void> {
    const series = known.value.series.find((one) => one.id === line.seriesId)
    if (!series) {
      await $fetch(`/api/meetings/${line.meetingId}/held`, {
        method: 'PUT',
        body: { calledOff: line.state === 'called-off', ledBy: line.ledBy, ...change },
      })
      return open()
    }
    const before = series.rule.exceptions[line.on] ?? { calledOff: false, held: false, ledBy: null }
    await $fetch(`/api/series/${series.id}`, {
      method: 'PUT',
      body: { ...series.rule, exceptions: { ...series.rule.exceptions, [line.on]: { ...before, ...change } } },
    })
    await open()
  }
  /** The meeting of a date, made where there is none yet. */
  async function meetingOf(line: DateLine): Promise<string> {
    return (
      line.meetingId ??
      z
        .object({ id: z.string() })
        .parse(await $fetch(`/api/series/${line.seriesId}/meetings`, { method: 'POST', body: { on: line.on } })).id
    )
  }
  async function waiting(
    circleId: string,
    participant: string,
    does: 'wait' | 'place' | 'stop',
    note = '',
  ): Promise<void> {
    await $fetch(`/api/circles/${circleId}/waiting`, { method: 'POST', body: { participant, does, note } })
    await open()
  }
  return { known, open, changeDate, meetingOf, waiting }
})

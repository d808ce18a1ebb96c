import * as contract from '~~/core/contract/circles'
import type { CalendarLine, CalendarView } from '~~/core/contract/circles'
import { setHeld } from '~~/core/contract/meetings'
import type { SeriesException } from '~~/core/calendar/series'

/** The dates ahead and what they follow from: series, holidays, cover, places and who waits for one. */
export const useDates = defineStore('dates', () => {
  const known = shallowRef<CalendarView>({
    lines: [],
    series: [],
    holidays: [],
    waiting: [],
    places: [],
    accounts: [],
  })

  async function open(): Promise<void> {
    known.value = await call(contract.readCalendar)
  }
  /** Changes one date, of a series or alone: called off, held on a holiday, led by somebody else. */
  async function changeDate(line: CalendarLine, change: Partial<SeriesException>): Promise<void> {
    const { seriesId, meetingId, on, state, ledBy } = line
    if (seriesId !== null && known.value.series.some((one) => one.id === seriesId)) {
      await call(contract.setSeriesDate, { params: { id: seriesId, on }, body: change })
    } else if (meetingId !== null) {
      const { calledOff = state === 'called-off', ledBy: lead = ledBy } = change
      await call(setHeld, { params: { id: meetingId }, body: { calledOff, ledBy: lead } })
    }
    await open()
  }
  /** The meeting of a date, made where there is none yet: with the plan of another one, or empty. */
  async function meetingOf(
    { meetingId, seriesId, on }: Pick<CalendarLine, 'meetingId' | 'seriesId' | 'on'>,
    planFrom: string | null,
  ): Promise<string> {
    if (meetingId !== null) return meetingId
    return (await call(contract.addSeriesMeeting, { params: { id: seriesId ?? '' }, body: { on, planFrom } })).id
  }
  async function waiting(
    circleId: string,
    participant: string,
    does: 'wait' | 'place' | 'stop',
    note = '',
  ): Promise<void> {
    await call(contract.setWaiting, { params: { id: circleId }, body: { participant, does, note } })
    await open()
  }
  return { known, open, changeDate, meetingOf, waiting }
})

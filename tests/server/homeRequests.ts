import { weekCode } from '../../core/home/weekCode'
import type { Caller } from '../world'

/** Gives somebody a practice and a link, to be printed. */
export async function printed(lead: Caller, person: string) {
  const own = `/api/participants/${person}/home`
  const [{ movement, variation, dose, rounds }] = (await lead.call('GET', own)).body.proposals
  const entries = [{ movement, variation, dose, rounds }]
  await lead.call('PUT', own, { entries, daysAWeek: 3, times: ['09:00'], note: '' })
  const { path } = (await lead.call('POST', `${own}/link`)).body
  return { params: { id: person }, body: { link: `https://ottersby.example${path}` } }
}

/** Good requests of what is taken home and comes back. */
export const homeRequests = ({
  own,
  home,
  handout,
  practice,
  printed: ofPrinted,
}: {
  own: { params: Record<string, string> }
  home: { entries: { movement: string }[] }
  handout: { number: number; madeOn: string }
  practice: string
  printed: Awaited<ReturnType<typeof printed>>
}) => ({
  'GET /api/participants/:id/home': own,
  'GET /api/participants/:id/home/handout': own,
  'GET /api/participants/:id/home/calendar': own,
  'GET /api/participants/:id/home/page': own,
  'PUT /api/participants/:id/home': { ...own, body: home },
  'POST /api/participants/:id/home/ticks': {
    ...own,
    body: { movement: home.entries[0]?.movement, day: '2026-11-20', done: true },
  },
  'POST /api/participants/:id/home/tick-file': { ...own, body: { text: 'Movement;Date\nCartwheel;2026-11-18' } },
  'POST /api/participants/:id/home/code': { ...own, body: { code: weekCode(handout, handout.madeOn, []) } },
  'POST /api/participants/:id/home/report': {
    ...own,
    body: {
      text: JSON.stringify({
        ...{ format: 'unhurried-circle-home-report', version: 1, done: [], after: {} },
        handout: { number: handout.number, madeOn: handout.madeOn, practice },
      }),
    },
  },
  'POST /api/participants/:id/home/handout': ofPrinted,
  'POST /api/participants/:id/home/link': own,
  'DELETE /api/participants/:id/home/link': own,
})

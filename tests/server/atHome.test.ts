import { spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { formatISO, subDays } from 'date-fns'
import { strFromU8, unzipSync } from 'fflate'
import jsQR from 'jsqr'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HomeSheet } from '../../core/home/homeSheet'
import type { HomeDone } from '../../core/home/homeReport'
import { reportTexts } from '../../core/home/reportText'
import { weekCode } from '../../core/home/weekCode'
import { STRANGER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'

let world: World
let lead: Caller
/** Works in a chair, with health facts. */
let edda: any
let cora: any
let practice = ''
const TODAY = formatISO(new Date(), { representation: 'date' })
const dayBefore = (days: number) => formatISO(subDays(new Date(), days), { representation: 'date' })
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  const { people } = await nextMeeting(lead)
  edda = people.find(({ name }: any) => name === 'Edda Quist')
  cora = people.find(({ name }: any) => name === 'Cora Linden')
  practice = (await world.db('practices').where({ name: 'Ferngate Movement' }).first()).id
})
afterAll(() => world.close())

const of = (person: any, rest = '') => `/api/participants/${person.id}/home${rest}`
const homeOf = async (person: any) => (await lead.call('GET', of(person))).body
/** Keeps a practice, as made so many days ago. */
async function handOut(person: any, daysAgo: number, change: object = {}) {
  const { proposals } = await homeOf(person)
  const entries = proposals
    .slice(0, 4)
    .map(({ movement, variation, dose, rounds }: any) => ({ movement, variation, dose, rounds }))
  const body = { entries, daysAWeek: 3, times: ['08:30'], anchors: ['kettle'], beginsWith: 1, note: '', ...change }
  expect((await lead.call('PUT', of(person), body)).status).toBe(200)
  const { handout } = await homeOf(person)
  await world
    .db('home_handouts')
    .where({ number: handout.number })
    .update({ made_on: dayBefore(daysAgo) })
  return { number: handout.number as number, madeOn: dayBefore(daysAgo), practice, entries }
}
async function pageOf(person: any): Promise<{ html: string; sheet: HomeSheet }> {
  const html = (await lead.call('GET', of(person, '/page'))).body as string
  const json = /<script type="application\/json" id="sheet">([\s\S]*?)<\/script>/.exec(html)![1]!
  return { html, sheet: HomeSheet.parse(JSON.parse(json)) }
}
const done = (movement: number, at: string, change: Partial<HomeDone> = {}): HomeDone => ({
  ...{ movement, at, stopped: false, face: 'right', effort: null, pain: null, sharp: false, word: '', ...change },
})
const reportOf = ({ number, madeOn }: { number: number; madeOn: string }, rows: HomeDone[], change: object = {}) => ({
  ...{ format: 'unhurried-circle-home-report', version: 1, handout: { practice, number, madeOn } },
  ...{ done: rows, after: {}, ...change },
})
const send = (person: any, report: object) => lead.call('POST', of(person, '/report'), { text: JSON.stringify(report) })

describe('the file that plays', () => {
  it('is whole in itself and under 400 KB, with all that was taken home', async () => {
    await handOut(edda, 0, { note: 'Ends </script> here' })
    const { html, sheet } = await pageOf(edda)
    expect(html.length).toBeLessThan(400_000)
    expect(html).not.toMatch(/(src|href)="(?!data:|tel:)/)
    expect(html).toContain("default-src 'none'")
    expect(sheet).toMatchObject({
      personName: 'Edda Quist',
      note: 'Ends </script> here',
      beginsWith: 1,
      stopsAtPain: 7,
    })
    expect(sheet.anchors).toEqual([{ says: 'while the kettle boils', tiers: ['standing', 'chair'], minute: true }])
    expect(sheet.movements).toHaveLength(4)
    for (const { figure, setUp, place, easier } of sheet.movements) {
      expect(figure!.way.moments.length).toBeGreaterThan(0)
      for (const words of [setUp, place, easier]) expect(words).not.toBe('')
    }
    expect(sheet.redFlags).toContain('call 112')
  })
  it('says nothing of health that the handout does not say, of anybody in the circle', async () => {
    const { people } = await nextMeeting(lead)
    const names = (await lead.call('GET', '/api/catalogue')).body.considerations
    for (const person of people) {
      if ((await homeOf(person)).proposals.length === 0) continue
      await handOut(person, 0)
      const { sheet } = await pageOf(person)
      // All that it holds is named by its schema: of the person, their name alone.
      expect(Object.keys(sheet).sort()).toEqual(Object.keys(HomeSheet.shape).sort())
      const text = JSON.stringify({ ...sheet, movements: [], redFlags: '' }).toLowerCase()
      for (const { consideration, note } of person.considerations ?? []) {
        const name = names.find(({ id }: any) => id === consideration)?.name ?? consideration
        expect(text).not.toContain(name.toLowerCase())
        if (note) expect(text).not.toContain(note.toLowerCase())
      }
    }
  })
  it('has a number of its own each time it is kept otherwise, and the same where nothing changed', async () => {
    const first = await handOut(cora, 0)
    expect((await handOut(cora, 0)).number).toBe(first.number)
    expect((await handOut(cora, 0, { daysAWeek: 5 })).number).toBeGreaterThan(first.number)
  })
})

describe('a code that was read out', () => {
  it('ticks its days, puts one wrong sign right and says so, and is taken once', async () => {
    const handout = await handOut(edda, 6)
    const ticks = [
      { movement: 0, day: dayBefore(4), face: 'easy' as const, hurt: false },
      { movement: 1, day: dayBefore(2), face: 'hard' as const, hurt: true },
    ]
    const code = weekCode(handout, TODAY, ticks)
    const wrong = `${code.slice(0, 2)}${code[2] === 'Z' ? 'Y' : 'Z'}${code.slice(3)}`
    const taken = (await lead.call('POST', of(edda, '/code'), { code: wrong })).body
    expect(taken).toMatchObject({
      added: 2,
      same: 0,
      words: [expect.anything(), expect.stringContaining('Sign 3 was')],
    })
    const [first, second] = handout.entries
    expect(taken.home.ticks[first.movement]).toContain(dayBefore(4))
    expect(taken.home.how[first.movement][dayBefore(4)]).toBe('easy')
    expect(taken.home.how[second.movement][dayBefore(2)]).toBe('hurt')
    expect((await lead.call('POST', of(edda, '/code'), { code })).body).toMatchObject({ added: 0, same: 2 })
  })
  it('is taken of an earlier handout too', async () => {
    const earlier = await handOut(edda, 6)
    await handOut(edda, 1, { daysAWeek: 6 })
    const code = weekCode(earlier, TODAY, [{ movement: 0, day: dayBefore(3), face: 'right', hurt: false }])
    expect((await lead.call('POST', of(edda, '/code'), { code })).status).toBe(200)
  })
  it('is refused at its place, with what is wrong', async () => {
    const handout = await handOut(edda, 6)
    const code = weekCode(handout, TODAY, [{ movement: 0, day: dayBefore(4), face: 'easy', hurt: false }])
    const refused = async (typed: string, person = edda) => {
      const { status, body } = await lead.call('POST', of(person, '/code'), { code: typed })
      expect(status).toBe(422)
      return body.data.fields.code
    }
    expect(await refused(code.slice(3))).toBe('That is 21 signs; a code has 24.')
    expect(await refused(`!${code.slice(1)}`)).toBe('Sign 1, !, is none of a code: ask for group 1 again.')
    const [a, b] = ['ABCD'.replace(code[0]!, '')[0]!, 'ABCD'.replace(code[6]!, '')[0]!]
    expect(await refused(`${a}${code.slice(1, 6)}${b}${code.slice(7)}`)).toMatch(/^More than one sign is wrong/)
    expect(await refused(code, cora)).toContain('belongs to no handout')
  })
})

describe('the whole of it', () => {
  it('is kept once however often it is handed in, with numbers and words, and ticks its days', async () => {
    const handout = await handOut(cora, 8)
    const rows = [
      done(0, `${dayBefore(3)}T09:10`, { effort: 4, word: 'lighter' }),
      done(1, `${dayBefore(3)}T09:15`, { stopped: true, pain: 7, sharp: true, word: 'left knee' }),
    ]
    const report = reportOf(handout, rows, { after: { [dayBefore(3)]: 'worse' } })
    expect((await send(cora, report)).body).toMatchObject({ added: 2, same: 0, words: [] })
    expect((await send(cora, report)).body).toMatchObject({ added: 0, same: 2 })
    const known = await homeOf(cora)
    const [first, second] = handout.entries
    expect(known.done).toEqual([
      { ...rows[1], movement: second.movement },
      { ...rows[0], movement: first.movement },
    ])
    expect(known.after).toEqual([{ day: dayBefore(3), answer: 'worse' }])
    expect(known.home.how[second.movement][dayBefore(3)]).toBe('hurt')
    expect(known.home.said[second.movement][dayBefore(3)]).toEqual({ effort: null, pain: 7, sharp: true })
  })
  it('comes by square codes as well', async () => {
    const handout = await handOut(cora, 8)
    const rows = Array.from({ length: 30 }, (_, at) =>
      done(at % 4, `${dayBefore(at % 7)}T1${at % 10}:0${at % 6}`, { effort: 5 }),
    )
    const texts = reportTexts({
      handout: { practice, number: handout.number, madeOn: handout.madeOn },
      done: rows,
      after: {},
    })
    expect(texts.length).toBeGreaterThan(1)
    let added = 0
    for (const text of texts) added += (await lead.call('POST', of(cora, '/report'), { text })).body.added
    expect(added).toBe(new Set(rows.map(({ movement, at }) => `${movement} ${at}`)).size)
  })
  it('of a clock that is wrong is taken but for the days that cannot be, and that is said', async () => {
    const handout = await handOut(cora, 8, { daysAWeek: 2 })
    const rows = [done(0, `${dayBefore(20)}T09:00`), done(0, '2031-01-01T09:00'), done(0, `${TODAY}T00:01`)]
    expect((await send(cora, reportOf(handout, rows))).body).toMatchObject({
      added: 1,
      words: [
        expect.stringMatching(/^1 note left out: the day is before/),
        expect.stringMatching(/^1 note left out: the day is still to come/),
      ],
    })
  })
  it('is refused of another practice, of somebody else, of no handout, and as no such file', async () => {
    const handout = await handOut(cora, 3)
    const refused = async (person: any, text: string) => {
      const { status, body } = await lead.call('POST', of(person, '/report'), { text })
      expect(status).toBe(422)
      return body.data.fields.text
    }
    const text = (change: object) => JSON.stringify(reportOf(handout, [], change))
    const other = { practice: '00000000-0000-4000-8000-000000000000', number: 1, madeOn: TODAY }
    expect(await refused(cora, text({ handout: other }))).toContain('another practice')
    expect(await refused(edda, text({}))).toBe('This is Cora Linden’s. Open their page and read it there.')
    expect(await refused(cora, text({ handout: { practice, number: 9999, madeOn: TODAY } }))).toContain(
      'no such handout',
    )
    expect(await refused(cora, text({ version: 2 }))).toContain('another version')
    for (const bad of ['{', '{"format":"x"}', 'Movement;Date'])
      expect(await refused(cora, bad)).toBe('This is no file of a practice at home.')
  })
})

describe('a whole circle', () => {
  it('takes home a folder for each, with the handout on paper and as a page, and the page that plays', async () => {
    await handOut(edda, 0)
    await handOut(cora, 0)
    const circle = (await lead.call('GET', '/api/circles')).body.find(({ members }: any) => members.includes(edda.id))
    const reply = await fetch(`${world.address}/api/circles/${circle.id}/handouts`, {
      headers: { cookie: lead.cookie },
    })
    const files = unzipSync(new Uint8Array(await reply.arrayBuffer()))
    const having = (await lead.call('GET', `/api/circles/${circle.id}/at-home`)).body.map(({ name }: any) => name)
    expect(having).toContain('Cora Linden')
    expect(
      Object.keys(files)
        .filter((name) => !name.endsWith('/'))
        .toSorted(),
    ).toEqual(
      having
        .flatMap((name: string) =>
          ['handout.html', 'handout.pdf', 'practice-at-home.html'].map((file) => `${name}/${file}`),
        )
        .toSorted(),
    )
    expect(strFromU8(files['Cora Linden/handout.pdf']!.slice(0, 5))).toBe('%PDF-')
    const page = strFromU8(files['Cora Linden/handout.html']!)
    expect(page).toContain('<h1>At home: Cora Linden</h1>')
    expect(page).toContain('font:16pt')
    expect(page).not.toContain('<script')
    expect(page.match(/<figure>/g)!.length).toBeGreaterThan(4)
    expect(strFromU8(files['Edda Quist/practice-at-home.html']!)).toContain('Edda Quist')
  })
})

/** What a square code on a page says, that is given as a portable grey map. */
function squareIn(page: Buffer): string | undefined {
  const [head, width, height] = /^P5\s(\d+)\s(\d+)\s255\s/.exec(page.toString('latin1', 0, 40))!
  const colours = [...page.subarray(head.length)].flatMap((grey) => [grey, grey, grey, 255])
  return jsQR(Uint8ClampedArray.from(colours), Number(width), Number(height))?.data
}

describe('a link', () => {
  const linkOf = async (person: any) => (await lead.call('POST', of(person, '/link'))).body.path as string
  const get = (path: string) => fetch(world.address + path)
  const post = (path: string, body: object) =>
    fetch(world.address + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  it('opens their own practice as it stands, for whoever is signed in nowhere, and takes what was done', async () => {
    const handout = await handOut(edda, 2)
    const path = await linkOf(edda)
    const reply = await get(path)
    const html = await reply.text()
    expect([reply.status, reply.headers.get('cache-control')]).toEqual([200, 'no-store'])
    expect(reply.headers.get('content-security-policy')).toContain("default-src 'none'")
    expect(html).toContain('Edda Quist')
    expect(html).toContain(`"sendsTo":"${path}"`)
    const sent = await post(path, reportOf(handout, [done(0, `${dayBefore(1)}T10:00`)]))
    expect([sent.status, await sent.json()]).toEqual([200, { taken: 1, words: [] }])
    expect((await homeOf(edda)).link.usedAt).not.toBeNull()
    // It changes with what is kept.
    await handOut(edda, 0, { note: 'From today on' })
    expect(await (await get(path)).text()).toContain('From today on')
  })
  it('leaves out at once what a new health fact closes, and the lead is told', async () => {
    await handOut(edda, 1)
    const path = await linkOf(edda)
    const sheetOf = async () => {
      const json = /id="sheet">([\s\S]*?)<\/script>/.exec(await (await get(path)).text())?.[1]
      return json === undefined ? [] : JSON.parse(json).movements.map(({ movement }: any) => movement)
    }
    const before = await sheetOf()
    const person = (await lead.call('GET', `/api/participants/${edda.id}`)).body
    expect((await homeOf(edda)).handout.outOfDate).toEqual([])
    const now = { ...person.access, chair: 'with-help' }
    await world
      .db('participants')
      .where({ id: edda.id })
      .update({ access: JSON.stringify(now) })
    expect(before.length).toBeGreaterThan(2)
    expect(await sheetOf()).toEqual([])
    expect(await (await get(path)).text()).toContain('Nothing of it is open to you by now. Ask Marit Solvang')
    const { outOfDate } = (await homeOf(edda)).handout
    expect(outOfDate).toHaveLength(4)
    const circle = (await lead.call('GET', '/api/circles')).body.find(({ members }: any) => members.includes(edda.id))
    const rows = (await lead.call('GET', `/api/circles/${circle.id}/at-home`)).body
    expect(rows.find(({ participant }: any) => participant === edda.id)).toMatchObject({ outOfDate })
    expect(rows.find(({ participant }: any) => participant === cora.id).outOfDate).toEqual([])
    await world
      .db('participants')
      .where({ id: edda.id })
      .update({ access: JSON.stringify(person.access) })
    expect(await sheetOf()).toEqual(before)
  })
  it('takes nothing of anybody else, and opens nothing besides', async () => {
    const handout = await handOut(cora, 2)
    const path = await linkOf(edda)
    expect((await post(path, reportOf(handout, [done(0, `${dayBefore(1)}T10:00`)]))).status).toBe(422)
    const token = path.split('/').at(-1)!
    for (const other of [`/api/participants/${edda.id}`, of(edda), of(edda, '/page'), '/api/roster'])
      expect(
        (await fetch(world.address + other, { headers: { cookie: `circle=${token}`, authorization: token } })).status,
      ).toBe(401)
  })
  it('is closed at once where it was ended, or a new one was made', async () => {
    await handOut(edda, 0)
    const [first, second] = [await linkOf(edda), await linkOf(edda)]
    expect(await (await get(first)).text()).toContain('This link was ended')
    expect((await get(second)).status).toBe(200)
    expect((await lead.call('DELETE', of(edda, '/link'))).status).toBe(200)
    expect((await get(second)).status).toBe(404)
    expect((await post(second, reportOf(await handOut(edda, 1), []))).status).toBe(404)
    expect((await homeOf(edda)).link).toBeNull()
  })
  it('is printed with the handout, as a square that a camera reads, while it is theirs', async () => {
    await handOut(edda, 0)
    const link = `https://ottersby.example${await linkOf(edda)}`
    const print = (person: any) =>
      fetch(world.address + of(person, '/handout'), {
        method: 'POST',
        headers: { cookie: lead.cookie, 'content-type': 'application/json', origin: world.address },
        body: JSON.stringify({ link }),
      })
    const file = join(mkdtempSync(join(tmpdir(), 'circle-link-')), 'page')
    writeFileSync(`${file}.pdf`, Buffer.from(await (await print(edda)).arrayBuffer()))
    spawnSync('pdftoppm', ['-r', '110', '-gray', `${file}.pdf`, file])
    const pages = readdirSync(dirname(file)).filter((name) => name.endsWith('.pgm'))
    const read = pages.map((name) => squareIn(readFileSync(join(dirname(file), name))))
    expect(read).toContain(link)
    // To print it is no use of it.
    expect((await homeOf(edda)).link.usedAt).toBeNull()
    expect((await print(cora)).status).toBe(422)
    await lead.call('DELETE', of(edda, '/link'))
    expect((await print(edda)).status).toBe(422)
  })
  it('is not stored as it is', async () => {
    const token = (await linkOf(edda)).split('/').at(-1)!
    expect(Buffer.from(token, 'base64url')).toHaveLength(32)
    expect(JSON.stringify(await world.db('home_links'))).not.toContain(token)
  })
  it('cannot be made by a lead of another practice', async () => {
    const stranger = await world.signedIn(STRANGER)
    expect((await stranger.call('POST', of(edda, '/link'))).status).toBe(404)
    expect((await stranger.call('DELETE', of(edda, '/link'))).status).toBe(404)
  })
  // Last: whoever guesses so often has to wait, from this address.
  it('is not guessed: of ten thousand tries none opens anything, and nearly all are not looked at', async () => {
    const statuses = new Map<number, number>()
    for (let round = 0; round < 100; round += 1)
      await Promise.all(
        Array.from({ length: 100 }, async () => {
          const { status } = await get(`/api/at-home/${randomBytes(32).toString('base64url')}`)
          statuses.set(status, (statuses.get(status) ?? 0) + 1)
        }),
      )
    expect([...statuses.keys()].toSorted()).toEqual([404, 429])
    expect(statuses.get(404)).toBeLessThanOrEqual(60)
  })
})

import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { parse, stringify } from 'yaml'
import { HELPER, STRANGER } from '../demoData'
import { World, type Caller } from '../world'

let world: World
let lead: Caller
let bridge: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  bridge = parse((await lead.call('GET', '/api/movements/bridge')).body)
})
afterAll(() => world.close())

const catalogueOf = async (caller: Caller) => (await caller.call('GET', '/api/catalogue')).body
const nameOf = async (caller: Caller, id = 'bridge') =>
  (await catalogueOf(caller)).movements.find((movement: any) => movement.id === id)?.name

describe('movements of a practice', () => {
  it('hands the catalogue over as an index in under 60 KB zipped, and not again while it has not changed', async () => {
    const reply = await fetch(`${world.address}/api/catalogue`, {
      headers: { cookie: lead.cookie, 'accept-encoding': 'gzip' },
    })
    expect(reply.headers.get('content-encoding')).toBe('gzip')
    const { gzipSync } = await import('node:zlib')
    expect(gzipSync(await reply.text(), { level: 6 }).length).toBeLessThan(60_000)
    const again = await fetch(`${world.address}/api/catalogue`, {
      headers: { cookie: lead.cookie, 'if-none-match': reply.headers.get('etag')! },
    })
    expect(again.status).toBe(304)
  })
  it('hands over the words of one movement, a practice’s own in place of the shipped', async () => {
    const [texts] = (await lead.call('GET', '/api/texts?movements=bridge')).body
    expect(texts.variations['bridge.bed.2'].setUp).toBe(
      bridge.tiers.bed.ladder.find((rung: any) => rung.level === 2).setUp,
    )
    expect(texts.cautions).toEqual(bridge.cautions)
    expect((await lead.call('GET', '/api/texts?movements=bridge,cartwheel')).status).toBe(404)
  })
  it('changes a shipped one for this practice only, and puts it back', async () => {
    expect(await lead.call('PUT', '/api/movements/bridge', { entry: { ...bridge, name: 'Our bridge' } })).toMatchObject(
      { status: 200 },
    )
    expect(await nameOf(lead)).toBe('Our bridge')
    expect(await nameOf(await world.signedIn(STRANGER))).toBe('Bridge')
    expect((await lead.call('GET', '/api/movements')).body).toEqual(['bridge'])
    // What was made of the first version is not what the second one is: both may be of one second.
    await lead.call('PUT', '/api/movements/bridge', { entry: { ...bridge, name: 'Our next bridge' } })
    expect(await nameOf(lead)).toBe('Our next bridge')
    expect((await lead.call('DELETE', '/api/movements/bridge')).status).toBe(200)
    expect(await nameOf(lead)).toBe('Bridge')
    expect((await lead.call('DELETE', '/api/movements/bridge')).status).toBe(404)
  })
  it('takes a new one as the same YAML, solves and draws its figures, and lets it be planned', async () => {
    const own = { ...bridge, id: 'garden-bridge', number: 49, name: 'Garden bridge' }
    expect(await lead.call('PUT', '/api/movements/garden-bridge', { yaml: stringify(own) })).toMatchObject({
      status: 200,
    })
    expect((await catalogueOf(lead)).ownFigures).toContain('garden-bridge.bed.3')
    const figure = await lead.call('GET', '/api/figures/garden-bridge.bed.3/end')
    expect(figure.body).toMatch(/^<svg/)
    expect((await (await world.signedIn(STRANGER)).call('GET', '/api/figures/garden-bridge.bed.3/end')).status).toBe(
      404,
    )
    const way = await lead.call('GET', '/api/ways/garden-bridge.bed.3')
    expect(way.body.moments.length).toBeGreaterThan(2)
    const shipped = JSON.parse(readFileSync('catalogue/moving/bridge.json', 'utf8'))['bridge.bed.3'].way
    // The same poses: it begins and ends as the shipped one does, where that went no detour.
    expect(way.body.moments[0]).toEqual(shipped.moments[0])
    expect((await (await world.signedIn(STRANGER)).call('GET', '/api/ways/garden-bridge.bed.3')).status).toBe(404)
    expect((await lead.call('GET', '/api/ways/bridge.bed.3')).status).toBe(404)
    const { body } = await lead.call('GET', '/api/meetings')
    const { meeting } = (await lead.call('GET', `/api/meetings/${body[0].id}`)).body
    const block = { ...meeting.plan.blocks[3], id: 'own', movement: 'garden-bridge' }
    const edits = [{ edit: 'addBlock', block, before: null }]
    expect(
      (await lead.call('PUT', `/api/meetings/${meeting.id}/plan`, { version: meeting.planVersion, edits })).status,
    ).toBe(200)
  })
  it('says at its path what cannot be kept', async () => {
    const noName = {
      ...bridge,
      tiers: { ...bridge.tiers, bed: { ladder: [{ ...bridge.tiers.bed.ladder[0], setUp: '' }] } },
    }
    expect(Object.keys((await lead.call('PUT', '/api/movements/bridge', { entry: noName })).body.data.fields)).toEqual([
      'tiers.bed.ladder.0.setUp',
    ])
    expect((await lead.call('PUT', '/api/movements/bridge', { yaml: 'id: [' })).status).toBe(422)
    expect((await lead.call('PUT', '/api/movements/other', { entry: bridge })).body.data.fields).toMatchObject({
      id: expect.stringContaining('calls itself'),
    })
  })
  it('refuses a pose that asks what its entry does not say', async () => {
    const rung = {
      ...bridge.tiers.bed.ladder[0],
      demands: [],
      figure: {
        start: { angles: {}, contacts: {}, scene: {} },
        end: {
          angles: { hipFlexion: -4, kneeFlexion: 100, tilt: -26 },
          contacts: { back: 'free', head: 'floor' },
          scene: {},
        },
      },
    }
    const answer = await lead.call('PUT', '/api/movements/bridge', {
      entry: { ...bridge, tiers: { ...bridge.tiers, bed: { ladder: [rung] } } },
    })
    expect(answer.body.data.fields['tiers.bed.ladder.0.demands']).toContain('head below heart')
  })
  it('is changed by leads only', async () => {
    expect((await (await world.signedIn(HELPER)).call('PUT', '/api/movements/bridge', { entry: bridge })).status).toBe(
      403,
    )
  })
})

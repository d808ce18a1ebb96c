import { it, beforeAll, afterAll } from 'vitest'
import { World } from '../world'
import { Visitor } from './visitor'
let world: World
beforeAll(async () => { world = await World.open() })
afterAll(async () => { await world.close() })
it('first', async () => {
  for (let i = 0; i < 3; i++) {
    const v = await Visitor.arrive(world)
    const cdp = await v.page.createCDPSession()
    await cdp.send('Network.enable')
    await cdp.send('Network.emulateNetworkConditions', { offline: false, latency: Number(process.env.LAT ?? 20), downloadThroughput: 10e6/8, uploadThroughput: 10e6/8 })
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 })
    const rows: string[] = []
    const t: Record<string, any> = {}
    let t0 = 0
    cdp.on('Network.requestWillBeSent', (e) => { t[e.requestId] = { url: e.request.url, s: e.timestamp }; t0 ||= e.timestamp })
    cdp.on('Network.loadingFinished', (e) => { const r = t[e.requestId]; if (r) rows.push(`${((r.s - t0)*1000).toFixed(0)}–${((e.timestamp - t0)*1000).toFixed(0)} ${e.encodedDataLength} ${r.url.split('/').slice(3).join('/')}`) })
    await cdp.send('Profiler.enable')
    await cdp.send('Profiler.setSamplingInterval', { interval: 500 })
    await cdp.send('Profiler.start')
    const a = Date.now()
    const p = v.page.goto(world.address + '/sign-in', { waitUntil: 'load' }).catch(() => undefined)
    void p
    await v.page.waitForSelector('h1')
    const h = Date.now() - a
    await v.page.waitForSelector('input')
    const b = Date.now() - a
    const { profile } = await cdp.send('Profiler.stop')
    const { writeFileSync } = await import('node:fs')
    writeFileSync(`/tmp/look/p${i}.cpuprofile`, JSON.stringify(profile))
    const perf = await v.page.evaluate(() => ({ fcp: performance.getEntriesByName('first-contentful-paint')[0]?.startTime, dcl: (performance.getEntriesByType('navigation')[0] as any).domContentLoadedEventEnd, tasks: 0 }))
    console.log('h1', h, 'input', b, JSON.stringify(perf), '\n' + (i === 1 ? rows.join('\n') : ''))
    await v.page.screenshot({ path: '/tmp/look/first.png' })
    await v.leave()
  }
}, 120_000)

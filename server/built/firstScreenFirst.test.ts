import { describe, expect, it } from 'vitest'
import { firstScreenFirst } from './firstScreenFirst'

const built = () => ({
  'node_modules/nuxt/app/entry.js': { file: 'a.js', isEntry: true, imports: [] as string[] },
  'pages/sign-in.vue': { file: 'b.js', imports: ['_field.js'], prefetch: true },
  'layouts/bare.vue': { file: 'c.js' },
  'node_modules/workbox-window/build/workbox-window.prod.es5.mjs': { file: 'd.js' },
  '_field.js': { file: 'e.js' },
  'pages/people.vue': { file: 'f.js', preload: true, prefetch: true },
})

describe('the first page', () => {
  it('tells to fetch what it shows beside the entry, and nothing of later pages', () => {
    const manifest = built()
    firstScreenFirst(manifest)
    const preloaded = Object.values(manifest).filter((item) => 'preload' in item && item.preload)
    expect(preloaded.map(({ file }) => file)).toEqual(['a.js', 'b.js', 'c.js', 'd.js', 'e.js'])
    expect(manifest['node_modules/nuxt/app/entry.js'].imports).toContain('pages/sign-in.vue')
  })
  it('is not built without a part of what it shows', () => {
    const { 'layouts/bare.vue': _left, ...rest } = built()
    expect(() => firstScreenFirst(rest)).toThrow('layouts/bare.vue')
  })
})

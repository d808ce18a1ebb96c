import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { haproxyConfig } from '../../bin/cluster/haproxy.mjs'
import { environmentOf, ownersEnvironmentOf } from '../../bin/databaseUrl.mjs'
import { root } from '../../bin/programs.mjs'
import { hostsIn } from '../../server/database/connection'

const SAMPLE = join(root, 'docs/cluster/haproxy.cfg')
const servers = ['app1', 'app2', 'app3'].map((name) => ({ name, address: `${name}:3210` }))
const nodes = ['db1', 'db2', 'db3'].map((name) => ({ name, address: `${name}:3306`, check: `${name}:3311` }))

describe('what HAProxy is told', () => {
  it('is the sample of the documents, from the same hand as the one that the cluster here runs with', () => {
    const config = haproxyConfig({
      database: { listen: '10.0.0.5:3306', nodes },
      web: { listen: ':443 ssl crt /etc/haproxy/circle.pem', servers },
      stats: '127.0.0.1:8404',
    })
    if (process.env.CIRCLE_WRITE_SAMPLES) writeFileSync(SAMPLE, config)
    expect(readFileSync(SAMPLE, 'utf8')).toBe(config)
  })
  it('writes to one node at a time', () => {
    const config = haproxyConfig({ database: { listen: 'x:1', nodes }, web: { listen: 'x:2', servers } })
    const lines = config.split('\n').filter((line) => line.startsWith('  server db'))
    expect(lines.map((line) => line.endsWith(' backup'))).toEqual([false, true, true])
    expect(config).not.toContain('stats')
  })
})

describe('the address of a database', () => {
  const URL = 'mysql://circle@db1,db2:3307/circle?ca=/etc/ca.pem'
  it('names a user, hosts in the order in which they are wanted, and how lines are encrypted', () => {
    const environment = environmentOf(URL)
    expect(environment).toMatchObject({
      ...{ NUXT_DATABASE_HOST: 'db1,db2:3307', NUXT_DATABASE_USER: 'circle', NUXT_DATABASE_NAME: 'circle' },
      ...{ NUXT_DATABASE_TLS: 'on', NUXT_DATABASE_CA: '/etc/ca.pem', NUXT_DATABASE_IS_SHARED: 'true' },
    })
    expect(hostsIn({ host: environment.NUXT_DATABASE_HOST!, port: 3306 })).toEqual([
      { host: 'db1', port: 3306 },
      { host: 'db2', port: 3307 },
    ])
    expect(hostsIn({ host: '[::1]:3307, 10.0.0.4', port: 3306 })).toEqual([
      { host: '::1', port: 3307 },
      { host: '10.0.0.4', port: 3306 },
    ])
  })
  it('is one host alone for whoever makes the tables', () => {
    expect(ownersEnvironmentOf(URL).NUXT_DATABASE_HOST).toBe('db1')
  })
  it('holds its password, also one of signs', () => {
    expect(environmentOf('mysql://u:a%40b%2Fc@h/n').NUXT_DATABASE_PASSWORD).toBe('a@b/c')
  })
  it.each([
    ['postgres://u@h/n', 'This is no address of a database.'],
    ['mysql://u@h', 'This is no address of a database.'],
    ['mysql://u@h/n?pool=3', 'An address of a database knows no “pool”'],
    ['mysql://u@h/n?tls=perhaps', 'tls is “on”, or left out.'],
    ['mysql://u@h/n?password-file=/nowhere/at/all', 'cannot be read: /nowhere/at/all (ENOENT)'],
  ])('%s is refused with what is wrong', (url, words) => {
    expect(() => environmentOf(url)).toThrow(words)
  })
})

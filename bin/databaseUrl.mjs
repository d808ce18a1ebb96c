import { readFileSync } from 'node:fs'
import { WayOut } from './say.mjs'

const SHAPE = /^(?:mysql|mariadb):\/\/([^:@/]+)(?::([^@]*))?@([^/?]+)\/([\w$-]+)(?:\?(.*))?$/
const SAMPLE = 'mysql://circle@db1:3306,db2:3306/circle?password-file=/etc/circle/password&tls=on&ca=/etc/circle/ca.pem'

/**
 * What the server reads its connection from, of a database that is given as an address: a user with a password, or a
 * file that holds it; one host or several, the first of which is wanted; whether lines are encrypted.
 *
 * @throws {WayOut} where it is no such address
 */
export function environmentOf(url) {
  const [, user, password, host, name, more = ''] = SHAPE.exec(url) ?? []
  if (user === undefined) throw new WayOut(`This is no address of a database. It looks like\n  ${SAMPLE}`)
  const options = new URLSearchParams(more)
  const unknown = [...options.keys()].find((key) => !['password-file', 'tls', 'ca'].includes(key))
  if (unknown !== undefined)
    throw new WayOut(`An address of a database knows no “${unknown}”: password-file, tls=on and ca=FILE can be said.`)
  const tls = options.get('tls') ?? (options.has('ca') ? 'on' : '')
  if (!['', 'on'].includes(tls)) throw new WayOut('tls is “on”, or left out.')
  return {
    NUXT_DATABASE_HOST: host,
    NUXT_DATABASE_PORT: '3306',
    NUXT_DATABASE_USER: decodeURIComponent(user),
    NUXT_DATABASE_PASSWORD: passwordIn(password, options.get('password-file')),
    NUXT_DATABASE_NAME: name,
    NUXT_DATABASE_TLS: tls,
    NUXT_DATABASE_CA: options.get('ca') ?? '',
    NUXT_DATABASE_IS_SHARED: 'true',
  }
}

function passwordIn(password, file) {
  if (file === null) return decodeURIComponent(password ?? '')
  try {
    return readFileSync(file, 'utf8').trim()
  } catch (error) {
    throw new WayOut(`The password of the database cannot be read: ${file} (${error.code}).`)
  }
}

/** The same for whoever makes the tables: by the first host alone, since what locks there locks there alone. */
export function ownersEnvironmentOf(url) {
  const environment = environmentOf(url)
  return { ...environment, NUXT_DATABASE_HOST: environment.NUXT_DATABASE_HOST.split(',')[0].trim() }
}

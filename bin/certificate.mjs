import { spawnSync } from 'node:child_process'
import { createHash, createPrivateKey, X509Certificate } from 'node:crypto'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { hostname, networkInterfaces, tmpdir } from 'node:os'
import { join } from 'node:path'
import { writeWhole } from './files.mjs'
import { findProgram } from './programs.mjs'
import { say, WayOut } from './say.mjs'

/** Tablets take no certificate of a server that is longer than this. */
const DAYS = 825
/** So long before its end a new one is made. */
const RENEW_BEFORE_MS = 30 * 86_400_000
/** Where a key may lie that must not reach the disk. */
const MEMORY = '/dev/shm'

/**
 * The certificate for sharing: made where there is none, where it ends within a month, or where this machine has an
 * address that is not in it. A tablet that trusts its authority trusts this machine, by these names and addresses, and
 * nobody else: the authority may sign for them alone, and its key is gone once it has signed.
 *
 * @returns the server's certificate and key, PEM; its authority, PEM, with its fingerprint; what it vouches for
 */
export function certificateFor(folder, names = ownNames()) {
  const kept = join(folder, 'certificate')
  const why = whyNew(kept, names)
  if (why !== null) {
    if (why !== '') say(`${why} A new certificate is made: each tablet has to trust it once more.`)
    mkdirSync(kept, { recursive: true, mode: 0o700 })
    // An older version signed for itself, and whoever trusted that trusts its key for everything.
    for (const name of ['certificate.pem', 'certificate-key.pem', 'certificate-names'])
      rmSync(join(folder, name), { force: true })
    const made = signed(names)
    for (const name of ['key', 'certificate', 'authority']) writeWhole(join(kept, `${name}.pem`), made[name])
  }
  const pem = (name) => readFileSync(join(kept, `${name}.pem`), 'utf8')
  const [certificate, authority] = [pem('certificate'), pem('authority')]
  const { subjectAltName = '' } = new X509Certificate(certificate)
  return {
    cert: certificate,
    ...{ key: pem('key'), authority, fingerprint: fingerprintOf(authority) },
    names: namesOf(subjectAltName).map((name) => name.replace(/^\w+:/, '')),
  }
}

/** Why a new one is needed: null where none is; empty where there was none. */
function whyNew(kept, names) {
  if (!existsSync(join(kept, 'authority.pem'))) return ''
  try {
    const certificate = new X509Certificate(readFileSync(join(kept, 'certificate.pem')))
    const authority = new X509Certificate(readFileSync(join(kept, 'authority.pem')))
    const key = createPrivateKey(readFileSync(join(kept, 'key.pem')))
    // Three files are never written at once: cut short between them, they do not belong together.
    if (!certificate.verify(authority.publicKey) || !certificate.checkPrivateKey(key))
      return 'The certificate was damaged.'
    const { validTo, subjectAltName = '' } = certificate
    const known = namesOf(subjectAltName)
    const missing = names.find((name) => !known.includes(name))
    if (missing) return `This machine has a new address, ${missing.replace(/^\w+:/, '')}.`
    return Date.parse(validTo) < Date.now() + RENEW_BEFORE_MS ? 'The certificate ends within a month.' : null
  } catch {
    return 'The certificate was damaged.'
  }
}

/** Names in a certificate, as they are written when one is made. */
function namesOf(subjectAltName) {
  return subjectAltName.split(', ').map((name) => name.replace(/^IP Address:/, 'IP:'))
}

/** What this machine is called, as certificates write it: `IP:192.168.1.20`, `DNS:hall`. */
export function ownNames() {
  const name = hostname().toLowerCase()
  const called = name === 'localhost' ? [] : [`DNS:${name}`, ...(name.includes('.') ? [] : [`DNS:${name}.local`])]
  return ['DNS:localhost', ...called, 'IP:127.0.0.1', ...ownAddresses().map((address) => `IP:${address}`)]
}

/** Addresses of this machine in its networks, IPv4. */
export function ownAddresses() {
  return Object.values(networkInterfaces())
    .flat()
    .filter((own) => own.family === 'IPv4' && !own.internal)
    .map((own) => own.address)
}

/** A certificate for these names by an authority of its own, whose key is gone when this returns. */
function signed(names) {
  const authority = openAuthority(names)
  try {
    return { ...authority.sign(names), authority: authority.pem }
  } finally {
    authority.close()
  }
}

/**
 * An authority that may sign for these names alone: a critical name constraint, RFC 5280, 4.2.1.10.
 *
 * @returns its certificate, PEM; `sign` makes a server's certificate and key; `close` takes its key away
 */
export function openAuthority(names) {
  const folder = mkdtempSync(join(existsSync(MEMORY) ? MEMORY : tmpdir(), 'circle-authority-'))
  const file = (name) => join(folder, name)
  try {
    keyInto(file('authority.key'))
    const permitted = names.map((name, at) => constraint(name, at))
    const extensions = [
      'basicConstraints=critical,CA:TRUE,pathlen:0',
      'keyUsage=critical,keyCertSign',
      // For servers alone: names of mail and the like, of which nothing is said, are of no use then.
      'extendedKeyUsage=serverAuth',
      'subjectKeyIdentifier=hash',
      'nameConstraints=critical,@names',
      '[names]',
      ...permitted,
    ]
    writeFileSync(file('authority.cnf'), requestFor(`Unhurried Circle on ${hostname()}`, extensions))
    openssl(
      'req',
      '-x509',
      '-new',
      '-key',
      file('authority.key'),
      '-days',
      DAYS,
      '-sha256',
      '-config',
      file('authority.cnf'),
      '-out',
      file('authority.pem'),
    )
    return {
      pem: readFileSync(file('authority.pem'), 'utf8'),
      sign: (asked) => signServer(file, asked),
      close: () => rmSync(folder, { recursive: true, force: true }),
    }
  } catch (error) {
    rmSync(folder, { recursive: true, force: true })
    throw error
  }
}

function signServer(file, names) {
  keyInto(file('server.key'))
  writeFileSync(file('server.cnf'), requestFor('Unhurried Circle', []))
  openssl('req', '-new', '-key', file('server.key'), '-config', file('server.cnf'), '-out', file('server.csr'))
  writeFileSync(
    file('server.ext'),
    [
      'basicConstraints=critical,CA:FALSE',
      'keyUsage=critical,digitalSignature',
      'extendedKeyUsage=serverAuth',
      'subjectKeyIdentifier=hash',
      'authorityKeyIdentifier=keyid',
      `subjectAltName=${names.join(',')}`,
      '',
    ].join('\n'),
  )
  openssl(
    'x509',
    '-req',
    '-in',
    file('server.csr'),
    '-CA',
    file('authority.pem'),
    '-CAkey',
    file('authority.key'),
    '-CAcreateserial',
    '-days',
    DAYS,
    '-sha256',
    '-extfile',
    file('server.ext'),
    '-out',
    file('server.pem'),
  )
  return { certificate: readFileSync(file('server.pem'), 'utf8'), key: readFileSync(file('server.key'), 'utf8') }
}

/** One name that is permitted: an address is one address, a name is that name. */
function constraint(name, at) {
  const [kind, value] = [name.slice(0, name.indexOf(':')), name.slice(name.indexOf(':') + 1)]
  return `permitted;${kind}.${at}=${kind === 'IP' ? `${value}/255.255.255.255` : value}`
}

function requestFor(name, extensions) {
  return [
    '[req]',
    'prompt=no',
    'distinguished_name=subject',
    ...(extensions.length > 0 ? ['x509_extensions=own'] : []),
    '[subject]',
    `CN=${name.slice(0, 64)}`,
    '[own]',
    ...extensions,
    '',
  ].join('\n')
}

function keyInto(file) {
  openssl('genpkey', '-algorithm', 'EC', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-out', file)
}

function openssl(...args) {
  const program = findProgram('openssl')
  if (program === null)
    throw new WayOut("Sharing needs a certificate, and openssl is missing. Install Debian's openssl and start again.")
  const made = spawnSync(program, args.map(String), { encoding: 'utf8' })
  if (made.status !== 0) throw new WayOut(`The certificate could not be made:\n${made.stderr}`)
}

/** The SHA-256 of a certificate as tablets show it, in fours, so that two people can read it to each other. */
function fingerprintOf(pem) {
  const hash = createHash('sha256').update(new X509Certificate(pem).raw).digest('hex').toUpperCase()
  return hash.match(/.{4}/g).join(' ')
}

import { spawnSync } from 'node:child_process'
import { X509Certificate } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, get } from 'node:https'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import { certificateFor, openAuthority, ownNames } from '../../bin/certificate.mjs'

const folder = mkdtempSync(join(tmpdir(), 'circle-certificate-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
afterEach(() => void vi.restoreAllMocks())

const NAMES = ['DNS:localhost', 'DNS:hall.local', 'IP:127.0.0.1', 'IP:192.168.7.20']
const file = (name: string, text: string) => {
  writeFileSync(join(folder, name), text)
  return join(folder, name)
}
/** What OpenSSL's own verifier says of a server's certificate under an authority, for a name or an address. */
function verified(authority: string, certificate: string, ...more: string[]): string {
  const [trusted, shown] = [file('a.pem', authority), file('c.pem', certificate)]
  const args = ['verify', '-x509_strict', '-CAfile', trusted, '-purpose', 'sslserver', ...more, shown]
  const { status, stdout, stderr } = spawnSync('openssl', args, { encoding: 'utf8' })
  return status === 0 ? 'OK' : `${stdout}${stderr}`
}

describe('a certificate for sharing', () => {
  it('is made once, and again where this machine has another address, where it was damaged, or where it ends', () => {
    const data = join(folder, 'kept')
    const first = certificateFor(data, NAMES)
    expect(certificateFor(data, NAMES)).toEqual(first)
    const said = vi.spyOn(process.stdout, 'write').mockReturnValue(true)
    const moved = certificateFor(data, [...NAMES, 'IP:192.168.7.21'])
    expect(said.mock.calls.join('')).toMatch(/a new address, 192\.168\.7\.21\..*each tablet has to trust it once more/)
    expect([moved.fingerprint === first.fingerprint, moved.names.at(-1)]).toEqual([false, '192.168.7.21'])
    // One address fewer is no reason: the machine may be in that network again tomorrow.
    expect(certificateFor(data, NAMES)).toEqual(moved)
    writeFileSync(join(data, 'certificate', 'certificate.pem'), 'cut sho')
    expect(certificateFor(data, NAMES).fingerprint).not.toBe(moved.fingerprint)
    // Cut short between two of its files: the key of one, the certificate of another.
    const other = certificateFor(join(folder, 'other'), NAMES)
    writeFileSync(join(data, 'certificate', 'key.pem'), other.key)
    expect(certificateFor(data, NAMES).key).not.toBe(other.key)
    vi.useFakeTimers({ now: Date.now() + 800 * 86_400_000, toFake: ['Date'] })
    const current = readFileSync(join(data, 'certificate', 'certificate.pem'), 'utf8')
    certificateFor(data, NAMES)
    vi.useRealTimers()
    expect(readFileSync(join(data, 'certificate', 'certificate.pem'), 'utf8')).not.toBe(current)
  })
  it('keeps no key of its authority anywhere', () => {
    const before = () =>
      [tmpdir(), '/dev/shm']
        .flatMap((place) => readdirSync(place))
        .filter((name) => name.startsWith('circle-authority-'))
    const data = join(folder, 'kept')
    const { authority } = certificateFor(data, NAMES)
    expect(before()).toEqual([])
    const keys = readdirSync(join(data, 'certificate')).filter((name) =>
      readFileSync(join(data, 'certificate', name), 'utf8').includes('PRIVATE KEY'),
    )
    expect(keys).toEqual(['key.pem'])
    // The one key that is there is the server's.
    const { publicKey } = new X509Certificate(authority)
    const own = spawnSync('openssl', ['pkey', '-in', join(data, 'certificate', 'key.pem'), '-pubout'], {
      encoding: 'utf8',
    })
    expect(own.stdout).not.toBe(publicKey.export({ type: 'spki', format: 'pem' }))
  })
  it('shows its authority’s SHA-256 as OpenSSL writes it', () => {
    const { authority, fingerprint } = certificateFor(join(folder, 'kept'), NAMES)
    const { stdout } = spawnSync(
      'openssl',
      ['x509', '-noout', '-fingerprint', '-sha256', '-in', file('a.pem', authority)],
      { encoding: 'utf8' },
    )
    expect(fingerprint.replaceAll(' ', '')).toBe(stdout.split('=')[1]!.trim().replaceAll(':', ''))
  })
  it('is for this machine: loopback, its names, its addresses', () => {
    expect(ownNames()).toEqual(expect.arrayContaining(['DNS:localhost', 'IP:127.0.0.1']))
  })
})

/** RFC 5280, 4.2.1.9, 4.2.1.10 and 4.2.1.12, by OpenSSL’s verifier in its strict mode, and by Node’s. */
describe('its authority', () => {
  let authority: ReturnType<typeof openAuthority>
  beforeAll(() => void (authority = openAuthority(NAMES)))
  afterAll(() => authority.close())

  it.each(NAMES)('vouches for %s', (name) => {
    const { certificate } = authority.sign(NAMES)
    const [kind, value] = [name.startsWith('IP') ? '-verify_ip' : '-verify_hostname', name.replace(/^\w+:/, '')]
    expect(verified(authority.pem, certificate, kind, value)).toBe('OK')
  })
  it.each(['DNS:bank.example', 'IP:192.168.7.21', 'IP:8.8.8.8', 'IP:::1', 'DNS:hall.local.example'])(
    'vouches for nobody else, though it had signed for %s',
    (name) => {
      const { certificate } = authority.sign([name])
      expect(verified(authority.pem, certificate)).toMatch(/permitted subtree violation/)
    },
  )
  it('is no authority for authorities, and what it signs can sign nothing and is for servers alone', () => {
    const { certificate } = authority.sign(NAMES)
    expect(new X509Certificate(authority.pem).ca).toBe(true)
    expect(new X509Certificate(certificate).ca).toBe(false)
    const text = spawnSync('openssl', ['x509', '-noout', '-text', '-in', file('a.pem', authority.pem)], {
      encoding: 'utf8',
    }).stdout
    expect(text).toMatch(/Basic Constraints: critical\s+CA:TRUE, pathlen:0/)
    expect(text).toMatch(/Name Constraints: critical/)
    const shown = file('c.pem', certificate)
    const asClient = spawnSync(
      'openssl',
      ['verify', '-CAfile', join(folder, 'a.pem'), '-purpose', 'sslclient', shown],
      { encoding: 'utf8' },
    )
    expect(asClient.stderr).toMatch(/unsuitable certificate purpose|unsupported certificate purpose/)
  })
  it('is what a client needs to speak to the server, and all it needs', async () => {
    const { certificate, key } = authority.sign(NAMES)
    const server = createServer({ cert: certificate, key }, (_, reply) => reply.end('here'))
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    const { port } = server.address() as AddressInfo
    const ask = (ca?: string) =>
      new Promise((resolve) =>
        get({ host: '127.0.0.1', port, ca }, (reply) => resolve(reply.resume().statusCode)).on(
          'error',
          (error: NodeJS.ErrnoException) => resolve(error.code),
        ),
      )
    expect([await ask(authority.pem), await ask()]).toEqual([200, 'UNABLE_TO_VERIFY_LEAF_SIGNATURE'])
    server.close()
  })
})

import { createHash } from 'node:crypto'

/**
 * What a page may load and run: this application's own files, and of scripts in the page those whose hash is named.
 * Charts write styles into the page; the solver is WebAssembly.
 *
 * @param inline hashes of scripts that stand in the page
 */
function contentPolicy(inline: readonly string[] = []): string {
  return [
    `default-src 'self'`,
    `script-src ${["'self'", ...inline.map((hash) => `'sha256-${hash}'`), "'wasm-unsafe-eval'"].join(' ')}`,
    `style-src 'self' 'unsafe-inline'`,
    `img-src 'self' data: blob:`,
    `connect-src 'self'`,
    `worker-src 'self'`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ')
}

/** The same for a page with scripts of its own in it. */
export function contentPolicyOf(html: string): string {
  const scripts = [...html.matchAll(/<script([^>]*)>([\s\S]*?)<\/script>/g)].flatMap(([, how = '', text = '']) =>
    // One that is loaded stands elsewhere; data are not run.
    /\bsrc=|type="(application\/json|importmap|speculationrules)"/.test(how) ? [] : [text],
  )
  return contentPolicy(scripts.map((text) => createHash('sha256').update(text).digest('base64')))
}

/**
 * With every answer, files too: no guessing of types, no framing, no referrers, nothing of the device but what is used.
 */
export const HEADERS: Record<string, string> = {
  'content-security-policy': contentPolicy(),
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  // Tilt is measured with the tablet, presses with sensors at it, what comes back from home is seen by it; its screen
  // stays on while a class runs.
  'permissions-policy':
    'accelerometer=(self), gyroscope=(self), screen-wake-lock=(self), camera=(self), serial=(self), ' +
    'bluetooth=(self), microphone=(), geolocation=(), payment=(), usb=(), display-capture=(), ' +
    'browsing-topics=()',
  'referrer-policy': 'same-origin',
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
}

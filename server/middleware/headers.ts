/** Health data stays with this application: no framing, no guessing of types, no referrers, no caching of answers. */
export default defineEventHandler((event) => {
  setResponseHeaders(event, {
    'x-content-type-options': 'nosniff',
    'x-frame-options': 'DENY',
    'referrer-policy': 'same-origin',
    'content-security-policy': "frame-ancestors 'none'; object-src 'none'; base-uri 'self'",
  })
  if (getRequestURL(event).pathname.startsWith('/api/')) setResponseHeader(event, 'cache-control', 'no-store')
})

import { createHash } from 'node:crypto'
import type { ClassSheet } from '../../core/home/classSheet'
import type { HomeSheet } from '../../core/home/homeSheet'

/** Marks the places of what a page plays, and of what it may load. */
export const [SHEET_PLACE, POLICY_PLACE] = ['%SHEET%', '%POLICY%'] as const

/**
 * The page that plays a practice at home, or goes along with a class, with what it plays in it.
 *
 * @param page as the build made it, with its places
 * @example
 * homePage('<script type="application/json">%SHEET%</script>', sheet).includes(sheet.personName) // true
 */
export function homePage(page: string, sheet: HomeSheet | ClassSheet): string {
  // What people have written may hold the end of a script.
  const json = JSON.stringify(sheet).replaceAll('<', '\\u003c')
  return page.replace(SHEET_PLACE, () => json).replace(POLICY_PLACE, () => homePolicyOf(page))
}

/** What such a page may do: run its own script and send what was done to where it came from; it loads nothing. */
export function homePolicyOf(page: string): string {
  const script = /<script>([\s\S]*?)<\/script>/.exec(page)?.[1] ?? ''
  return [
    `default-src 'none'`,
    `script-src 'sha256-${createHash('sha256').update(script).digest('base64')}'`,
    `style-src 'unsafe-inline'`,
    'font-src data:',
    `connect-src 'self'`,
    `base-uri 'none'`,
    `form-action 'none'`,
  ].join('; ')
}

/** What is shown in its place where a link opens nothing. */
export function closedPage(words: string): string {
  const safe = words.replaceAll('&', '&amp;').replaceAll('<', '&lt;')
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="color-scheme" content="light dark"><title>At home</title></head>
<body style="font:20px/1.4 system-ui,sans-serif;max-width:30rem;margin:2rem auto;padding:0 1rem"><main>
<h1>At home</h1><p>${safe}</p></main></body></html>
`
}

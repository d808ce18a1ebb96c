import { refusal } from '../http/refuse'

/** What may be had without signing in. Everything else is closed unless it is opened here. */
const OPEN_API = new Set(['/api/session', '/api/setup', '/api/setup/archive', '/api/health', '/api/_auth/session'])
const OPEN_PAGES = new Set(['/sign-in', '/set-up'])

export default defineEventHandler(async (event) => {
  const { pathname, search } = getRequestURL(event)
  if (pathname.startsWith('/api/')) {
    if (!OPEN_API.has(pathname) && !(await getUserSession(event)).user) throw refusal(401, 'sign-in', 'Please sign in.')
    return
  }
  const isPage = getRequestHeader(event, 'accept')?.includes('text/html') ?? false
  if (!isPage || OPEN_PAGES.has(pathname) || pathname.startsWith('/_nuxt/')) return
  if (!(await getUserSession(event)).user)
    return sendRedirect(event, `/sign-in?to=${encodeURIComponent(pathname + search)}`)
})

import { getRequestHeader, getRequestURL } from 'h3'
import { hasPractice } from '../database/accounts'
import { database } from '../database/database'
import { firstForm, startsWithForm } from '../http/firstForm'
import { contentPolicyOf } from '../http/headers'
import { calledBy, isOwnHost } from '../http/ownHost'
import { carriesSession } from '../session/session'

/**
 * Pages begin with signing in, or with setting up, where that comes first, and name the hashes of the scripts that
 * stand in them, and not what they were made with.
 */
export default defineNitroPlugin(({ hooks }) => {
  hooks.hook('render:html', async (html, { event }) => {
    const wanted = startsWithForm({
      path: getRequestURL(event).pathname,
      mode: getRequestHeader(event, 'sec-fetch-mode'),
      hasSession: carriesSession(event),
      isPlain: !useRuntimeConfig(event).https && !isOwnHost(calledBy(getRequestHeader(event, 'host') ?? '')),
    })
    if (!wanted) return
    // Without the database the page says what is wrong, as always.
    const isSetUp = await hasPractice(database()).catch(() => null)
    if (isSetUp !== null) html.bodyPrepend.push(firstForm(isSetUp))
  })
  hooks.hook('render:response', (response) => {
    if (!response.headers || typeof response.body !== 'string') return
    delete response.headers['x-powered-by']
    response.headers['content-security-policy'] = contentPolicyOf(response.body)
  })
})

import { contentPolicyOf } from '../http/headers'

/** Pages name the hashes of the scripts that stand in them, and not what they were made with. */
export default defineNitroPlugin(({ hooks }) => {
  hooks.hook('render:response', (response) => {
    if (!response.headers || typeof response.body !== 'string') return
    delete response.headers['x-powered-by']
    response.headers['content-security-policy'] = contentPolicyOf(response.body)
  })
})

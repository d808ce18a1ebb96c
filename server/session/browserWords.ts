import Bowser from 'bowser'

/** A browser and its system in words, as far as it says: for whoever looks where they are signed in. */
export function browserWords(userAgent: string): string {
  if (userAgent === '') return 'an unnamed program'
  const { browser, os, platform } = Bowser.parse(userAgent)
  const kind =
    platform.type === 'tablet' || platform.type === 'mobile'
      ? `, ${platform.type === 'mobile' ? 'phone' : 'tablet'}`
      : ''
  const words = [browser.name, os.name && `on ${os.name}`].filter(Boolean).join(' ')
  return words === '' ? 'an unnamed program' : words + kind
}

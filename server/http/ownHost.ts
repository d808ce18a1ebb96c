/** By these a server is always called on its own machine. */
const OWN_HOSTS: readonly string[] = ['localhost', '127.0.0.1', '[::1]']

/** The name by which a request calls the server, without its port. */
export function calledBy(host: string): string {
  return host.replace(/:\d+$/, '').toLowerCase()
}

/** Whether a name is this machine's own: what goes there does not leave it. */
export function isOwnHost(name: string): boolean {
  return OWN_HOSTS.includes(name)
}

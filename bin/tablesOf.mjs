import { readFileSync } from 'node:fs'

/** The tables of a database that is reached over a line, by name. */
export async function tablesOf(environment) {
  // Only here once the packages are.
  const { createConnection } = await import('mysql2/promise')
  const [host, port = environment.NUXT_DATABASE_PORT] = environment.NUXT_DATABASE_HOST.split(':')
  const ca = environment.NUXT_DATABASE_CA
  const connection = await createConnection({
    ...{ host, port: Number(port), database: environment.NUXT_DATABASE_NAME },
    ...{ user: environment.NUXT_DATABASE_USER, password: environment.NUXT_DATABASE_PASSWORD },
    ...(environment.NUXT_DATABASE_TLS ? { ssl: ca ? { ca: readFileSync(ca, 'utf8') } : {} } : {}),
  })
  try {
    const [rows] = await connection.query('show tables')
    return rows.flatMap((row) => Object.values(row)).toSorted()
  } finally {
    await connection.end()
  }
}

import knex, { type Knex } from 'knex'

export interface DatabaseConfig {
  host: string
  port: number
  user: string
  password: string
  name: string
}

type Done = (error: Error | null, made: unknown) => void

/** As many lines as the server holds to the database at most. */
const LINES = 8
/** Whoever waits longer for a line is told that the database takes nothing at the moment. */
const LINE_WITHIN_MS = 10_000

/** Opens a pool to the project's own MariaDB; times are UTC, dates come as text. */
export function connect(config: DatabaseConfig, lines = LINES): Knex {
  return knex({
    client: 'mysql2',
    connection: {
      host: config.host,
      port: config.port,
      user: config.user,
      password: config.password,
      database: config.name,
      timezone: 'Z',
      charset: 'utf8mb4',
      dateStrings: true,
      supportBigNumbers: true,
    },
    acquireConnectionTimeout: LINE_WITHIN_MS,
    pool: {
      min: 0,
      max: lines,
      // Defaults of times are written in the session's zone: UTC, whatever the machine's.
      afterCreate: (made: { query: (sql: string, done: (error: Error | null) => void) => void }, done: Done) =>
        made.query("set time_zone = '+00:00'", (error) => done(error, made)),
    },
  })
}

/** The database as the start command hands it over in the environment. */
export function databaseFromEnvironment(env: NodeJS.ProcessEnv = process.env): DatabaseConfig {
  return {
    host: env.NUXT_DATABASE_HOST ?? '127.0.0.1',
    port: Number(env.NUXT_DATABASE_PORT ?? 0),
    user: env.NUXT_DATABASE_USER ?? '',
    password: env.NUXT_DATABASE_PASSWORD ?? '',
    name: env.NUXT_DATABASE_NAME ?? '',
  }
}

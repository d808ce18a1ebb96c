/**
 * Every table that belongs to a practice, those that others refer to first: the order in which an archive is written
 * and
 * restored; emptied the other way round. A test compares it with the database.
 */
export const TABLES = [
  'practices',
  'accounts',
  'participants',
  'person_keys',
  'participant_considerations',
  'levels',
  'person_dials',
  'left_out',
  'flares',
  'looked_at',
  'venues',
  'circles',
  'circle_members',
  'waiting',
  'shelf_plans',
  'shelf_versions',
  'series',
  'holidays',
  'meetings',
  'plan_versions',
  'meeting_guests',
  'arrivals',
  'days_after',
  'hand_choices',
  'class_events',
  'outcomes',
  'accidents',
  'ledger',
  'letters',
  'own_movements',
  'screenings',
  'measures',
  'goals',
  'goal_said',
  'test_rounds',
  'home_practices',
  'home_ticks',
  'home_handouts',
  'home_done',
  'home_after',
  'health_log',
  'made_up',
] as const
export type Table = (typeof TABLES)[number]

/** Tables of the installation, which no archive takes along: who is signed in, with what, and who tried to. */
export const OF_INSTALLATION = [
  'access_log',
  'devices',
  'drafts',
  'home_links',
  'recovery_codes',
  'screen_passes',
  'screens',
  'second_factors',
  'sessions',
  'sign_in_tries',
] as const

import { readFileSync } from 'node:fs'

/** The Lichen under test: where it is and how to get in. */
export interface Facts {
  url: string
  bench: string
  database: string
  token: string
  email: string
  password: string
}

export const readFacts = (): Facts => JSON.parse(readFileSync('.lichen-test/facts.json', 'utf8')) as Facts

import { LRUCache } from 'lru-cache'
import type { Form } from '@/core/form/definition'
import { speakTo, type Spoken } from '@/core/form/spoken'
import { type Closed, standingAt } from '@/core/form/standing'
import { readStored } from '@/core/form/stored'
import { themeOf } from '@/core/look/look'
import type { Theme } from '@/core/look/theme'
import { findLiveRelease, findReplacedRelease } from '@/db/queries/forms'
import type { Db } from '@/db/database'
import { askedHostOf } from '../door/asker'

/** A release as visitors meet it. */
export interface LiveForm {
  /** Its own address; it may have been asked for by one it had before. */
  slug: string
  formId: string
  workspaceId: string
  releaseId: string
  number: number
  /** Why it takes no answers; `null` while it does. */
  closed: Closed | null
  /** What visitors read before it takes any, and once it takes none any more; empty for our own words. */
  beforeWords: string
  closedWords: string
  /** Whether it takes so many answers and no more. */
  hasPlaces: boolean
  /** Zone of its workspace: what day it is follows from it. */
  timeZone: string
  /** The host name of its workspace’s own that links to it are made with. */
  host: string | null
  /** Every host name of its workspace’s own. */
  hosts: readonly string[]
  /** Names of the lists of its workspace that are confirmed by mail. */
  confirmed: readonly string[]
  form: Form
  /** Its theme as the form has it. */
  theme: Theme
}

/** A release as one visitor reads it. */
export type SpokenForm = LiveForm & Spoken

/** The release in the first of the wanted languages (BCP 47) that it has, or in its own. */
export const inLanguage = (live: LiveForm, wanted: readonly string[]): SpokenForm => ({
  ...live,
  ...speakTo(live.form, wanted),
})

/** How long a process may go on serving the release before, in milliseconds. */
const POINTER_LIFE = 1000

/** Both hold only what exists, and no more than this many. */
interface Cache {
  pointers: LRUCache<string, LiveForm>
  definitions: LRUCache<string, Form>
}

const holder = globalThis as { lichenReleases?: Cache }
const cache = (): Cache =>
  (holder.lichenReleases ??= {
    pointers: new LRUCache({ max: 1000, ttl: POINTER_LIFE }),
    definitions: new LRUCache({ max: 500 }),
  })

/** The live release that an address leads to; `null` where there is none. Definitions never change, pointers do. */
export async function findLiveForm(db: Db, address: string): Promise<LiveForm | null> {
  const { pointers } = cache()
  const known = pointers.get(address)
  if (known) return known
  const found = await findLiveRelease(db, address)
  if (!found) return null
  const { definition, ownTheme, state, stateSince, opensAt, closesAt, fullSince, ...more } = found
  const { closesAfter, ...release } = more
  const form = readDefinition(found.releaseId, definition)
  const standing = standingAt({ state, stateSince, opensAt, closesAt, fullSince }, new Date())
  const closed = standing.is === 'open' ? null : standing
  const hasPlaces = closesAfter !== null
  const live = { ...release, closed, hasPlaces, form, theme: themeOf(form.look, ownTheme) }
  pointers.set(address, live)
  return live
}

/** The same for whoever asks a host: at one of a workspace’s own there are no forms of others. */
export async function findAskedForm(db: Db, address: string): Promise<LiveForm | null> {
  const live = await findLiveForm(db, address)
  const hostOf = askedHostOf()
  return hostOf === null || hostOf === live?.workspaceId ? live : null
}

/** Called after a release and the like, so that this process serves it at once. */
export function forgetLiveForm(formId: string): void {
  const { pointers } = cache()
  for (const [address, live] of pointers.entries()) if (live.formId === formId) pointers.delete(address)
}

/** Called after something that many forms share was changed. */
export const forgetLiveForms = (): void => cache().pointers.clear()

/**
 * The release a page was made from, while answers to it are still taken: the live one, or one that was
 * replaced within the last seven days. `null` for any other.
 */
export async function findShownForm(db: Db, live: LiveForm, number: number): Promise<LiveForm | null> {
  if (number === live.number) return live
  const found = await findReplacedRelease(db, live.formId, number)
  if (!found) return null
  const form = readDefinition(found.releaseId, found.definition)
  return { ...live, releaseId: found.releaseId, number, form, theme: themeOf(form.look, found.ownTheme) }
}

/** A release's definition, read once for each process; the error where it cannot be read. */
export function readReleased(releaseId: string, definition: unknown): Form | Error {
  try {
    return readDefinition(releaseId, definition)
  } catch (error) {
    return error instanceof Error ? error : new Error(String(error))
  }
}

function readDefinition(releaseId: string, definition: unknown): Form {
  const { definitions } = cache()
  const known = definitions.get(releaseId)
  if (known) return known
  const form = readStored(definition)
  definitions.set(releaseId, form)
  return form
}

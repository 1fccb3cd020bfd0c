import { type Path, splitPath, valueIn } from '../answers/answer'

/** What a test of people looks at. Days are days of the workspace’s zone. */
export type Place =
  | { is: 'contact field'; field: string }
  /** Of the company that they belong to. */
  | { is: 'company field'; field: string }
  /** The member who sees to them, by id. */
  | { is: 'owner' }
  /** Names of the lists they are on. */
  | { is: 'lists' }
  /** The day since which they are known. */
  | { is: 'known since' }
  /** How often they have sent a form. */
  | { is: 'submissions' }
  /** Addresses of the forms they have sent. */
  | { is: 'sent' }
  /** The day they last sent a form, any or this one; or how many days ago that is. */
  | { is: 'last sent'; form: string | null; as: 'day' | 'days ago' }
  /** What they answered to a question when they last sent a form. */
  | { is: 'answer'; form: string; path: Path }
  /** Sources of the visits on which they sent a form; or the source of the first. */
  | { is: 'sources' }
  | { is: 'first source' }

/** Reads the path of a test; `null` for one that there is not. */
export function readPlace(path: Path): Place | null {
  const [name, rest] = splitPath(path)
  switch (name) {
    case 'contact':
      return rest === null ? null : { is: 'contact field', field: rest }
    case 'company':
      return rest === null ? null : { is: 'company field', field: rest }
    case 'last_sent':
      return { is: 'last sent', form: rest, as: 'day' }
    case 'days_since':
      return { is: 'last sent', form: rest, as: 'days ago' }
    case 'answer': {
      const slash = rest?.indexOf('/') ?? -1
      return rest === null || slash < 1
        ? null
        : { is: 'answer', form: rest.slice(0, slash), path: rest.slice(slash + 1) }
    }
    default:
      return rest === null ? (valueIn(BARE, name) ?? null) : null
  }
}

const BARE: Readonly<Record<string, Place>> = {
  owner: { is: 'owner' },
  lists: { is: 'lists' },
  known_since: { is: 'known since' },
  submissions: { is: 'submissions' },
  sent: { is: 'sent' },
  sources: { is: 'sources' },
  first_source: { is: 'first source' },
}

/** The path of an answer to a question of a form. */
export const pathOfAnswer = (form: string, path: Path): Path => `answer.${form}/${path}`

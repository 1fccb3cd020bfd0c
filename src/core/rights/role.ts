import { RIGHT_NAMES, type Right } from './right'

interface Manner {
  /** What whoever has it is called. */
  title: string
  about: string
  rights: readonly Right[]
}

/** What members of a workspace can be: each role is what it may do. */
export const ROLES = {
  owner: { title: 'Owner', about: 'Does everything, and says who may do what', rights: RIGHT_NAMES },
  editor: {
    title: 'Editor',
    about: 'Composes and releases forms, works with people and what they sent',
    rights: ['read', 'people', 'answer', 'edit', 'release'],
  },
  reader: { title: 'Reader', about: 'Sees everything, changes nothing', rights: ['read', 'people'] },
  analyst: { title: 'Analyst', about: 'Sees forms and numbers, and nobody who answered', rights: ['read'] },
} as const satisfies Record<string, Manner>

export type Role = keyof typeof ROLES

export const ROLE_NAMES = Object.keys(ROLES) as [Role, ...Role[]]

/** What somebody of a role may do; of a role that there is no more, nothing. */
export const rightsOf = (role: string): ReadonlySet<Right> =>
  new Set<Right>(Object.hasOwn(ROLES, role) ? ROLES[role as Role].rights : [])

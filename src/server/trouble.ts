/** What is wrong with the database, told apart, and what to do, in one line. */
export interface Trouble {
  is: 'unmigrated' | 'no such database' | 'closed port' | 'no such host' | 'not let in'
  say: string
}

/** By the codes of PostgreSQL (https://www.postgresql.org/docs/15/errcodes-appendix.html) and of the system. */
const TROUBLES: Readonly<Record<string, Trouble>> = {
  ...same(['42P01', '42703', '3F000'], {
    is: 'unmigrated',
    say: 'The database is not up to date. Run: npm run migrate',
  }),
  ...same(['3D000'], {
    is: 'no such database',
    say: 'There is no database of the name that DATABASE_URL gives. Make it: createdb',
  }),
  ...same(['28P01', '28000'], {
    is: 'not let in',
    say: 'The database lets nobody in with the user and password of DATABASE_URL.',
  }),
  ...same(['ECONNREFUSED'], {
    is: 'closed port',
    say: 'Nothing listens where DATABASE_URL leads. Start PostgreSQL, or correct the port.',
  }),
  ...same(['ENOTFOUND', 'EAI_AGAIN'], {
    is: 'no such host',
    say: 'No machine has the name that DATABASE_URL gives.',
  }),
}

function same(codes: readonly string[], trouble: Trouble): Record<string, Trouble> {
  return Object.fromEntries(codes.map((code) => [code, trouble]))
}

/** Tells what an error of the database means for whoever runs this; `null` for any other. */
export function explainTrouble(error: unknown): Trouble | null {
  const { code, errors } = (error ?? {}) as { code?: string; errors?: { code?: string }[] }
  return TROUBLES[code ?? errors?.[0]?.code ?? ''] ?? null
}

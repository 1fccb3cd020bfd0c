import { randomBytes } from 'node:crypto'
import { lettersFrom } from '@/core/formats/letters'
import { REFERRAL_LETTERS, referralCodeOf } from '@/core/formats/referral_code'
import type { Runner } from '@/db/database'
import { giveCodes, readTakenCodes } from '@/db/queries/referral_codes'

/** Draws a code at random. Somebody may have it already. */
const drawCode = (): string => codeFrom(() => lettersFrom(randomBytes(REFERRAL_LETTERS), REFERRAL_LETTERS))

/** The first code that letters make which are drawn again and again. */
export function codeFrom(draw: (n: number) => string): string {
  for (let n = 0; ; n++) {
    const code = referralCodeOf(draw(n))
    if (code !== null) return code
  }
}

/** Gives every one of these contacts a referral code who has none. */
export async function ensureCodes(db: Runner, workspaceId: string, contacts: readonly string[]): Promise<void> {
  let without = contacts
  // Somebody may have what is drawn, or be given one meanwhile: few, and fewer each time.
  while (without.length > 0)
    without = await giveCodes(
      db,
      workspaceId,
      without.map((contact) => ({ contact, code: drawCode() })),
    )
}

/** So many codes that nobody has, for those who are about to be given one. */
export async function drawFreeCodes(db: Runner, workspaceId: string, many: number): Promise<string[]> {
  const free = new Set<string>()
  while (free.size < many) {
    const drawn = Array.from({ length: many - free.size }, drawCode)
    const taken = await readTakenCodes(db, workspaceId, drawn)
    for (const code of drawn) if (!taken.has(code)) free.add(code)
  }
  return [...free]
}

import { z } from 'zod'

/** What people call something that forms share. */
export const titleSchema = z.string().trim().min(1, 'Give it a name').max(80)

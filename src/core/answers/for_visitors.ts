import type { z } from 'zod'

/** Marks a setting as wording that visitors read: it is translated, whatever it is of. */
export const forVisitors = <S extends z.ZodType>(schema: S): S => schema.meta({ visitorsRead: true })

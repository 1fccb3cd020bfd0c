import type { z } from 'zod'

/** Marks a setting as wording that visitors read: it is translated, whatever it is of. */
export const forVisitors = <S extends z.ZodType>(schema: S): S => schema.meta({ visitorsRead: true })

/** Marks a text as one that may use answers, `{{ first_name | default: "you" }}`: it follows them to another name. */
export const usingAnswers = <S extends z.ZodType>(schema: S): S => schema.meta({ mayUseAnswers: true })

/** Wording of the page that does both. */
export const saidToVisitors = <S extends z.ZodType>(schema: S): S => forVisitors(usingAnswers(schema))

/** What a schema can be marked with. */
export type Mark = 'visitorsRead' | 'mayUseAnswers'

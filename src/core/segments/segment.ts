import { z } from 'zod'
import { expectationSchema } from '../form/parts'
import { type Condition, foldCondition } from '../logic/condition'

/** People who fit a condition, kept under a name. */
export interface Segment {
  name: string
  title: string
  condition: Condition
}

/** What a test of people looks at: a place of its own, and what is asked for there. */
const pathSchema = z
  .string()
  .max(200)
  .regex(/^[a-z][a-z_]*(?:\.[^\s.][^\s]*)?$/, 'There is nothing of that name')

const testSchema = z.strictObject({ value: pathSchema, ...expectationSchema.shape }).meta({ id: 'test_of_people' })

const groupSchema = <Join extends string>(join: Join) =>
  z.strictObject({ [join]: z.array(nodeSchema).min(1).max(50) } as Record<Join, z.ZodArray<typeof nodeSchema>>)

const nodeSchema: z.ZodType<Condition, Condition> = z
  .lazy(() => z.union([testSchema, groupSchema('all'), groupSchema('any'), groupSchema('none')]))
  .meta({ id: 'condition_of_people' })

/** Most levels that groups nest, and most tests of one segment. */
const DEEPEST = 6
const MOST_TESTS = 40

const measured = (condition: Condition): { depth: number; tests: number } => {
  const grouped = (parts: { depth: number; tests: number }[]) => ({
    depth: 1 + Math.max(0, ...parts.map(({ depth }) => depth)),
    tests: parts.reduce((sum, { tests }) => sum + tests, 0),
  })
  return foldCondition(condition, {
    test: () => ({ depth: 0, tests: 1 }),
    all: grouped,
    any: grouped,
    none: grouped,
  })
}

/** A condition that people are found by. */
export const conditionOfPeopleSchema = nodeSchema
  .refine((condition) => measured(condition).depth <= DEEPEST, `Nest at most ${DEEPEST} groups in each other`)
  .refine((condition) => measured(condition).tests <= MOST_TESTS, `A segment has at most ${MOST_TESTS} tests`)

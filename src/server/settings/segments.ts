import { z } from 'zod'
import { nameFrom } from '@/core/form/name_from'
import { conditionOfPeopleSchema, type Segment } from '@/core/segments/segment'
import type { Db, Runner } from '@/db/database'
import { findSegment, listSegments, saveSegment } from '@/db/queries/segments'
import { type Done, done, notDone } from '../done'
import { titleSchema } from './titles'

export const segmentSchema = z.strictObject({ title: titleSchema, condition: conditionOfPeopleSchema })

type SegmentInput = z.output<typeof segmentSchema>

export const NO_SEGMENT = 'There is no such segment.'

/** Makes a segment, named after its title. */
export async function addSegment(db: Db, workspaceId: string, input: SegmentInput, by: string): Promise<Done<Segment>> {
  const taken = await listSegments(db, workspaceId)
  const segment = {
    // “new” is the page where one is made.
    name: nameFrom(input.title, ['new', ...taken.map(({ name }) => name)]),
    ...input,
  }
  await saveSegment(db, workspaceId, segment, by)
  return done(segment)
}

/** Says anew who is meant, wherever the segment is used. */
export async function changeSegment(db: Db, workspaceId: string, segment: Segment, by: string): Promise<Done<Segment>> {
  if (!(await findSegment(db, workspaceId, segment.name))) return notDone(404, NO_SEGMENT)
  await saveSegment(db, workspaceId, segment, by)
  return done(segment)
}

/** What a list of people is narrowed by: the condition of the segment that is asked for, if one is. */
export async function whoIn<Filter extends { segment?: string | undefined }>(
  db: Runner,
  workspaceId: string,
  { segment: name, ...filter }: Filter,
): Promise<Done<Omit<Filter, 'segment'> & { who?: Segment['condition'] }>> {
  if (name === undefined) return done(filter)
  const segment = await findSegment(db, workspaceId, name)
  return segment ? done({ ...filter, who: segment.condition }) : notDone(404, NO_SEGMENT)
}

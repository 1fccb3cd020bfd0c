'use server'

import { deedAction } from '@/server/access/session'
import { addSegment, changeSegment, countSegment, dropSegment, readSegments } from '@/server/deeds/segments'

/** Segments, by title. */
export const readSegmentsAction = deedAction(readSegments)

/** Counts who fits a condition. */
export const countSegmentAction = deedAction(countSegment)

/** Keeps a condition under a name. */
export const addSegmentAction = deedAction(addSegment)

/** Says anew who is meant. */
export const changeSegmentAction = deedAction(changeSegment)

/** Drops a segment. */
export const dropSegmentAction = deedAction(dropSegment)
